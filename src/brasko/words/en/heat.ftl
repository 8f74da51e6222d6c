simulation-rod-marks-show = rod marks show
simulation-rod-marks-fade-into-the-crust = rod marks fade into the crust
simulation-is-needed-no-step-before-says = is needed: no step before says how hot the metal is.
simulation-can-take-at-most-different-angles = can take at most { $marks } different angles in one cook (got { $found }).
vectors-and-metal-cannot-both-be-below = and metal cannot both be below the food: leave one of them out.
