errors-did-you-mean = Did you mean { $near }?
errors-known = Known: { $names }.
errors-is-not-known-got = is not known (got { $got }). { $hint }
errors-must-be-between-and-got = must be between { $low } and { $high } { $unit } (got { $value }).{ $tail }
