steps-a-skillet-on-a-strong-burner = A skillet on a strong burner gets to 250-290 °C.
steps-a-bath-is-held-below-boiling = A bath is held below boiling.
steps-needs-at-least-one-of-core = needs at least one of core, reading, crust and minutes.
steps-a-kitchens-burner-has-a-pan-only = must be pan: a kitchen's burner has no grate.
steps-must-be-1-to-100-got = must be 1 to 100 (got { $steps }).
