within-sentence = { $text }
in-small-letters = { $text }
