steps-a-cast-iron-skillet-has-about = A cast-iron skillet has about 1000 J/K.
steps-must-be-above-0-got = must be above 0 (got { $crust }).
