api-must-be-one-of-the-pieces = must be one of the { $pieces } pieces, counted from 0 (got { $focus }).
api-again = { $title }, again
details-it-ends-wide-for-a-bun = It ends { $cooked_width } wide, for a bun of { $bun }.
reference-fat-at = Fat at
reference-oven-at = Oven at
