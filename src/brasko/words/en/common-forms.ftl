start-of-sentence = { BIG($text) }
within-sentence = { SMALL($text) }
in-small-letters = { LOWER($text) }
in-short = { HEAD($text) }
