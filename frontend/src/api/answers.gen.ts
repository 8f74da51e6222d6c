// Written by `make types` from the answers that the core declares. Do not edit.
import type { Answer } from "./answers";

export const ANSWERS: readonly Answer[] = [
 {
  "field": "cut",
  "kind": "cut",
  "words": "What",
  "low": null,
  "high": null,
  "options": [],
  "usual": null,
  "resetBy": [],
  "picked": false,
  "group": "first",
  "when": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "thickness_mm",
  "kind": "length",
  "words": "How thick",
  "low": 8.0,
  "high": 76.0,
  "options": [],
  "usual": null,
  "resetBy": [
   "cut"
  ],
  "picked": false,
  "group": "first",
  "when": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "mass_g",
  "kind": "mass",
  "words": "Weight of one",
  "low": 40.0,
  "high": 1500.0,
  "options": [],
  "usual": null,
  "resetBy": [
   "cut",
   "thickness_mm"
  ],
  "picked": false,
  "group": "piece",
  "when": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "finish_c",
  "kind": "temperature",
  "words": "Finish",
  "low": 38.0,
  "high": 98.0,
  "options": [],
  "usual": null,
  "resetBy": [
   "cut"
  ],
  "picked": false,
  "group": "first",
  "when": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "count",
  "kind": "count",
  "words": "How many alike",
  "low": 1.0,
  "high": 12.0,
  "options": [],
  "usual": 1,
  "resetBy": [],
  "picked": false,
  "group": "piece",
  "when": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "boned",
  "kind": "flag",
  "words": "The bone is taken out",
  "low": null,
  "high": null,
  "options": [],
  "usual": false,
  "resetBy": [
   "cut"
  ],
  "picked": false,
  "group": "piece",
  "when": "bone",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "treatment",
  "kind": "name",
  "words": "As bought",
  "low": null,
  "high": null,
  "options": [
   {
    "key": "whole",
    "name": "⟦methods-whole-as-cut⟧"
   },
   {
    "key": "tenderised",
    "name": "⟦methods-blade-tenderised-or-injected⟧"
   }
  ],
  "usual": "whole",
  "resetBy": [
   "cut"
  ],
  "picked": false,
  "group": "piece",
  "when": "intact",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "frozen",
  "kind": "flag",
  "words": "It is frozen",
  "low": null,
  "high": null,
  "options": [],
  "usual": false,
  "resetBy": [
   "cut"
  ],
  "picked": false,
  "group": "piece",
  "when": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "thaw",
  "kind": "name",
  "words": "Thaw it",
  "low": null,
  "high": null,
  "options": [
   {
    "key": "fridge",
    "name": "⟦methods-in-the-fridge⟧"
   },
   {
    "key": "cold_water",
    "name": "⟦methods-in-cold-water-changed-every-half⟧"
   }
  ],
  "usual": "fridge",
  "resetBy": [
   "cut"
  ],
  "picked": false,
  "group": "piece",
  "when": "frozen",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "start_c",
  "kind": "temperature",
  "words": "Out of the fridge at",
  "low": 0.0,
  "high": 25.0,
  "options": [],
  "usual": 4.0,
  "resetBy": [],
  "picked": false,
  "group": "piece",
  "when": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "temper_min",
  "kind": "minutes",
  "words": "Temper for",
  "low": 0.0,
  "high": 90.0,
  "options": [],
  "usual": 0.0,
  "resetBy": [],
  "picked": false,
  "group": "piece",
  "when": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "air_c",
  "kind": "temperature",
  "words": "In an air of",
  "low": -10.0,
  "high": 42.0,
  "options": [],
  "usual": 22.0,
  "resetBy": [],
  "picked": false,
  "group": "piece",
  "when": "tempered",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "at_risk",
  "kind": "flag",
  "words": "A young child, or a pregnant, older or immune-weakened guest eats of it.",
  "low": null,
  "high": null,
  "options": [],
  "usual": false,
  "resetBy": [],
  "picked": false,
  "group": "first",
  "when": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "below_agency_accepted",
  "kind": "flag",
  "words": "Who eats it has chosen to have it below the agency's figure. Kept with the plan.",
  "low": null,
  "high": null,
  "options": [],
  "usual": false,
  "resetBy": [
   "cut"
  ],
  "picked": false,
  "group": "first",
  "when": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "salt",
  "kind": "name",
  "words": "Salt",
  "low": null,
  "high": null,
  "options": [
   {
    "key": "hour",
    "name": "⟦methods-50-minutes-before-the-fire⟧"
   },
   {
    "key": "just_before",
    "name": "⟦methods-right-before-it-goes-on⟧"
   },
   {
    "key": "overnight",
    "name": "⟦methods-the-night-before-open-in-the⟧"
   },
   {
    "key": "twice",
    "name": "⟦methods-half-the-night-before-half-at⟧"
   }
  ],
  "usual": "hour",
  "resetBy": [],
  "picked": true,
  "group": "salt",
  "when": "salted_ahead",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "salt_min",
  "kind": "minutes",
  "words": "Salt this long before",
  "low": 5.0,
  "high": 180.0,
  "options": [],
  "usual": null,
  "resetBy": [
   "cut"
  ],
  "picked": false,
  "group": "salt",
  "when": "salted_ahead",
  "own": "I salt at my own time before the fire",
  "starts": 60.0
 },
 {
  "field": "rub",
  "kind": "name",
  "words": "Rub",
  "low": null,
  "high": null,
  "options": [
   {
    "key": "none",
    "name": "⟦methods-salt-only⟧"
   },
   {
    "key": "pepper",
    "name": "⟦methods-pepper-and-dry-spices⟧"
   },
   {
    "key": "sugar",
    "name": "⟦methods-a-rub-with-sugar⟧"
   }
  ],
  "usual": "none",
  "resetBy": [
   "cut"
  ],
  "picked": false,
  "group": "salt",
  "when": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "fat",
  "kind": "name",
  "words": "Fat in the pan",
  "low": null,
  "high": null,
  "options": [
   {
    "key": "oil",
    "name": "⟦fats-neutral-oil⟧"
   },
   {
    "key": "tallow",
    "name": "⟦fats-beef-tallow⟧"
   },
   {
    "key": "clarified",
    "name": "⟦fats-clarified-butter⟧"
   },
   {
    "key": "olive",
    "name": "⟦fats-olive-oil⟧"
   },
   {
    "key": "butter",
    "name": "Butter"
   },
   {
    "key": "spread",
    "name": "⟦fats-egg-and-oil-spread⟧"
   },
   {
    "key": "none",
    "name": "⟦fats-none-a-dry-pan⟧"
   }
  ],
  "usual": "oil",
  "resetBy": [
   "cut"
  ],
  "picked": false,
  "group": "salt",
  "when": "pan",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "finishing",
  "kind": "name",
  "words": "Last touch",
  "low": null,
  "high": null,
  "options": [
   {
    "key": "none",
    "name": "⟦methods-nothing-more⟧"
   },
   {
    "key": "butter",
    "name": "⟦methods-butter-for-the-last-minute⟧"
   },
   {
    "key": "herbs",
    "name": "⟦methods-herbs-and-garlic-in-fat-for⟧"
   },
   {
    "key": "oil",
    "name": "⟦methods-good-oil-and-flakes-of-salt⟧"
   }
  ],
  "usual": "none",
  "resetBy": [
   "cut"
  ],
  "picked": false,
  "group": "salt",
  "when": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "method",
  "kind": "name",
  "words": "Method",
  "low": null,
  "high": null,
  "options": [
   {
    "key": "low_then_sear",
    "name": "⟦methods-low-then-sear⟧"
   },
   {
    "key": "sear_then_low",
    "name": "⟦methods-sear-then-cool-side⟧"
   },
   {
    "key": "direct",
    "name": "⟦methods-over-the-fire-all-the-way⟧"
   },
   {
    "key": "chimney",
    "name": "⟦methods-over-the-chimney⟧"
   },
   {
    "key": "char_then_bath",
    "name": "⟦methods-char-then-warm-fat⟧"
   },
   {
    "key": "skillet",
    "name": "⟦methods-in-the-skillet⟧"
   },
   {
    "key": "oven_then_skillet",
    "name": "⟦methods-oven-then-skillet⟧"
   },
   {
    "key": "low_and_slow",
    "name": "⟦methods-low-and-slow⟧"
   }
  ],
  "usual": "low_then_sear",
  "resetBy": [
   "cut"
  ],
  "picked": true,
  "group": "fire",
  "when": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "fire",
  "kind": "name",
  "words": "Fire",
  "low": null,
  "high": null,
  "options": [
   {
    "key": "kettle_two_zone",
    "name": "⟦kettle-charcoal-kettle-two-zones⟧"
   },
   {
    "key": "kettle_ring",
    "name": "⟦kettle-charcoal-kettle-fuse-of-coals-round⟧"
   },
   {
    "key": "kamado",
    "name": "Kamado"
   },
   {
    "key": "offset",
    "name": "⟦offset-offset-smoker⟧"
   },
   {
    "key": "gas",
    "name": "⟦gas-gas-grill-three-burners⟧"
   },
   {
    "key": "flat_top",
    "name": "⟦flat-top-flat-top-griddle-three-burners⟧"
   },
   {
    "key": "pellet",
    "name": "⟦pellet-pellet-grill⟧"
   },
   {
    "key": "chimney",
    "name": "⟦chimney-grate-on-a-lit-chimney-starter⟧"
   },
   {
    "key": "oven_skillet",
    "name": "⟦oven-kitchen-oven-and-skillet⟧"
   },
   {
    "key": "burner_skillet",
    "name": "⟦fires-skillet-on-a-burner-high⟧"
   },
   {
    "key": "burner_medium",
    "name": "⟦fires-skillet-on-a-burner-medium⟧"
   },
   {
    "key": "burner_low",
    "name": "⟦fires-skillet-on-a-burner-low⟧"
   },
   {
    "key": "side_burner",
    "name": "⟦fires-skillet-on-a-side-burner⟧"
   },
   {
    "key": "oven_pan",
    "name": "⟦fires-skillet-warmed-in-the-oven-then⟧"
   },
   {
    "key": "griddle",
    "name": "⟦fires-griddle-over-two-burners⟧"
   }
  ],
  "usual": null,
  "resetBy": [
   "cut",
   "method",
   "own_fire"
  ],
  "picked": true,
  "group": "fire",
  "when": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "own_fire",
  "kind": "fire",
  "words": "A fire of the cook's own",
  "low": null,
  "high": null,
  "options": [],
  "usual": null,
  "resetBy": [
   "cut",
   "method",
   "fire"
  ],
  "picked": true,
  "group": "fire",
  "when": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "sear_fire",
  "kind": "name",
  "words": "Sear on",
  "low": null,
  "high": null,
  "options": [
   {
    "key": "kettle_two_zone",
    "name": "⟦kettle-charcoal-kettle-two-zones⟧"
   },
   {
    "key": "kettle_ring",
    "name": "⟦kettle-charcoal-kettle-fuse-of-coals-round⟧"
   },
   {
    "key": "kamado",
    "name": "Kamado"
   },
   {
    "key": "offset",
    "name": "⟦offset-offset-smoker⟧"
   },
   {
    "key": "gas",
    "name": "⟦gas-gas-grill-three-burners⟧"
   },
   {
    "key": "flat_top",
    "name": "⟦flat-top-flat-top-griddle-three-burners⟧"
   },
   {
    "key": "pellet",
    "name": "⟦pellet-pellet-grill⟧"
   },
   {
    "key": "chimney",
    "name": "⟦chimney-grate-on-a-lit-chimney-starter⟧"
   },
   {
    "key": "oven_skillet",
    "name": "⟦oven-kitchen-oven-and-skillet⟧"
   },
   {
    "key": "burner_skillet",
    "name": "⟦fires-skillet-on-a-burner-high⟧"
   },
   {
    "key": "burner_medium",
    "name": "⟦fires-skillet-on-a-burner-medium⟧"
   },
   {
    "key": "burner_low",
    "name": "⟦fires-skillet-on-a-burner-low⟧"
   },
   {
    "key": "side_burner",
    "name": "⟦fires-skillet-on-a-side-burner⟧"
   },
   {
    "key": "oven_pan",
    "name": "⟦fires-skillet-warmed-in-the-oven-then⟧"
   },
   {
    "key": "griddle",
    "name": "⟦fires-griddle-over-two-burners⟧"
   }
  ],
  "usual": null,
  "resetBy": [
   "cut",
   "method"
  ],
  "picked": true,
  "group": "fire",
  "when": "two_parts",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "gentle_c",
  "kind": "temperature",
  "words": "Gentle side at",
  "low": null,
  "high": null,
  "options": [],
  "usual": null,
  "resetBy": [
   "cut",
   "method"
  ],
  "picked": true,
  "group": "fire",
  "when": "gentle",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "wrap",
  "kind": "name",
  "words": "Wrap",
  "low": null,
  "high": null,
  "options": [
   {
    "key": "none",
    "name": "⟦methods-not-wrapped⟧"
   },
   {
    "key": "paper",
    "name": "⟦methods-in-butcher-paper-from-on⟧"
   },
   {
    "key": "foil",
    "name": "⟦methods-in-foil-from-on⟧"
   }
  ],
  "usual": "none",
  "resetBy": [
   "cut",
   "method"
  ],
  "picked": false,
  "group": "fire",
  "when": "long",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "crust",
  "kind": "name",
  "words": "Crust",
  "low": null,
  "high": null,
  "options": [
   {
    "key": "none",
    "name": "⟦methods-as-it-comes⟧"
   },
   {
    "key": "golden",
    "name": "Golden"
   },
   {
    "key": "light",
    "name": "Light"
   },
   {
    "key": "good",
    "name": "Good"
   },
   {
    "key": "deep",
    "name": "Deep"
   }
  ],
  "usual": "good",
  "resetBy": [
   "cut"
  ],
  "picked": true,
  "group": "sear",
  "when": "browns",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "marks",
  "kind": "name",
  "words": "Marks",
  "low": null,
  "high": null,
  "options": [
   {
    "key": "none",
    "name": "⟦methods-crust-all-over-keep-moving-it⟧"
   },
   {
    "key": "quarter",
    "name": "⟦methods-squares-a-quarter-turn-on-each⟧"
   },
   {
    "key": "diamond",
    "name": "⟦methods-diamonds-a-turn-by-45-on⟧"
   }
  ],
  "usual": "none",
  "resetBy": [
   "cut",
   "method",
   "sear_fire"
  ],
  "picked": false,
  "group": "sear",
  "when": "rods",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "flip_every_s",
  "kind": "seconds",
  "words": "Flip every",
  "low": 10.0,
  "high": 300.0,
  "options": [],
  "usual": null,
  "resetBy": [
   "cut",
   "method",
   "marks"
  ],
  "picked": false,
  "group": "sear",
  "when": "flipped",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "lid",
  "kind": "name",
  "words": "Lid",
  "low": null,
  "high": null,
  "options": [
   {
    "key": "usual",
    "name": "⟦methods-as-is-usual-for-this-fire⟧"
   },
   {
    "key": "open",
    "name": "Open"
   },
   {
    "key": "shut",
    "name": "Shut"
   }
  ],
  "usual": "usual",
  "resetBy": [
   "cut",
   "method",
   "sear_fire"
  ],
  "picked": false,
  "group": "sear",
  "when": "lid",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "pull_offset",
  "kind": "rise",
  "words": "Pull below the finish by",
  "low": 0.0,
  "high": 25.0,
  "options": [],
  "usual": null,
  "resetBy": [
   "cut",
   "method"
  ],
  "picked": false,
  "group": "rest",
  "when": "",
  "own": "I pull by my own rule",
  "starts": 5.555555555555555
 },
 {
  "field": "rest",
  "kind": "name",
  "words": "Rest",
  "low": null,
  "high": null,
  "options": [
   {
    "key": "open",
    "name": "⟦rests-on-a-rack-open⟧"
   },
   {
    "key": "board",
    "name": "⟦rests-on-a-board-open⟧"
   },
   {
    "key": "foil",
    "name": "⟦rests-on-a-board-under-loose-foil⟧"
   },
   {
    "key": "sauce",
    "name": "⟦rests-on-a-board-of-warm-sauce⟧"
   },
   {
    "key": "paper",
    "name": "⟦rests-wrapped-in-butcher-paper⟧"
   }
  ],
  "usual": "foil",
  "resetBy": [],
  "picked": true,
  "group": "rest",
  "when": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "rest_min",
  "kind": "minutes",
  "words": "Rest for",
  "low": 1.0,
  "high": 60.0,
  "options": [],
  "usual": null,
  "resetBy": [
   "cut"
  ],
  "picked": false,
  "group": "rest",
  "when": "",
  "own": "I set the length of the rest",
  "starts": 10.0
 }
];
