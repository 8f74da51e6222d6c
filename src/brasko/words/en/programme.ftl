steps-must-be-above-0-got = must be above 0 (got { $crust }).
