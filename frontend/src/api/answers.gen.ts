// Written by `make types` from the answers that the core declares. Do not edit.
import { writtenOut } from "@/words/say";

import type { Answer } from "./answers";

export const ANSWERS: readonly Answer[] = writtenOut([
 {
  "field": "cut",
  "kind": "cut",
  "words": "﷐wish-what﷒",
  "low": null,
  "high": null,
  "options": [],
  "usual": null,
  "resetBy": [],
  "picked": false,
  "group": "first",
  "when": "",
  "guide": "cut:",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "thickness_mm",
  "kind": "length",
  "words": "﷐wish-how-thick﷒",
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
  "guide": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "mass_g",
  "kind": "mass",
  "words": "﷐wish-weight-of-one﷒",
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
  "guide": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "finish_c",
  "kind": "temperature",
  "words": "﷐wish-finish﷒",
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
  "guide": "school:words",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "count",
  "kind": "count",
  "words": "﷐wish-how-many-alike﷒",
  "low": 1.0,
  "high": 12.0,
  "options": [],
  "usual": 1,
  "resetBy": [],
  "picked": false,
  "group": "piece",
  "when": "",
  "guide": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "boned",
  "kind": "flag",
  "words": "﷐wish-the-bone-is-taken-out﷒",
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
  "guide": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "treatment",
  "kind": "name",
  "words": "﷐wish-as-bought﷒",
  "low": null,
  "high": null,
  "options": [
   {
    "key": "whole",
    "name": "﷐start-of-sentence﷑text=﷐methods-whole-as-cut﷒﷒"
   },
   {
    "key": "tenderised",
    "name": "﷐start-of-sentence﷑text=﷐methods-blade-tenderised-or-injected﷒﷒"
   }
  ],
  "usual": "whole",
  "resetBy": [
   "cut"
  ],
  "picked": false,
  "group": "piece",
  "when": "intact",
  "guide": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "frozen",
  "kind": "flag",
  "words": "﷐wish-it-is-frozen﷒",
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
  "guide": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "thaw",
  "kind": "name",
  "words": "﷐wish-thaw-it﷒",
  "low": null,
  "high": null,
  "options": [
   {
    "key": "fridge",
    "name": "﷐start-of-sentence﷑text=﷐methods-in-the-fridge﷒﷒"
   },
   {
    "key": "cold_water",
    "name": "﷐start-of-sentence﷑text=﷐methods-in-cold-water-changed-every-half﷒﷒"
   }
  ],
  "usual": "fridge",
  "resetBy": [
   "cut"
  ],
  "picked": false,
  "group": "piece",
  "when": "frozen",
  "guide": "danger:thaw",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "start_c",
  "kind": "temperature",
  "words": "﷐wish-out-of-the-fridge-at﷒",
  "low": 0.0,
  "high": 25.0,
  "options": [],
  "usual": 4.0,
  "resetBy": [],
  "picked": false,
  "group": "piece",
  "when": "",
  "guide": "school:temper",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "temper_min",
  "kind": "minutes",
  "words": "﷐wish-temper-for﷒",
  "low": 0.0,
  "high": 90.0,
  "options": [],
  "usual": 0.0,
  "resetBy": [],
  "picked": false,
  "group": "piece",
  "when": "",
  "guide": "school:temper",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "air_c",
  "kind": "temperature",
  "words": "﷐wish-in-an-air-of﷒",
  "low": -10.0,
  "high": 42.0,
  "options": [],
  "usual": 22.0,
  "resetBy": [],
  "picked": false,
  "group": "piece",
  "when": "tempered",
  "guide": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "at_risk",
  "kind": "flag",
  "words": "﷐wish-a-young-child-or-a-pregnant﷒",
  "low": null,
  "high": null,
  "options": [],
  "usual": false,
  "resetBy": [],
  "picked": false,
  "group": "first",
  "when": "",
  "guide": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "below_agency_accepted",
  "kind": "flag",
  "words": "﷐wish-who-eats-it-has-chosen-to﷒",
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
  "guide": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "salt",
  "kind": "name",
  "words": "﷐wish-salt﷒",
  "low": null,
  "high": null,
  "options": [
   {
    "key": "hour",
    "name": "﷐start-of-sentence﷑text=﷐methods-50-minutes-before-the-fire﷒﷒"
   },
   {
    "key": "just_before",
    "name": "﷐start-of-sentence﷑text=﷐methods-right-before-it-goes-on﷒﷒"
   },
   {
    "key": "overnight",
    "name": "﷐start-of-sentence﷑text=﷐methods-the-night-before-open-in-the﷒﷒"
   },
   {
    "key": "twice",
    "name": "﷐start-of-sentence﷑text=﷐methods-half-the-night-before-half-at﷒﷒"
   }
  ],
  "usual": "hour",
  "resetBy": [],
  "picked": true,
  "group": "salt",
  "when": "salted_ahead",
  "guide": "salt:",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "salt_min",
  "kind": "minutes",
  "words": "﷐wish-salt-this-long-before﷒",
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
  "guide": "",
  "own": "﷐wish-i-salt-at-my-own-time﷒",
  "starts": 60.0
 },
 {
  "field": "salt_percent",
  "kind": "percent",
  "words": "﷐wish-salt-percent﷒",
  "low": 0.5,
  "high": 2.0,
  "options": [],
  "usual": null,
  "resetBy": [
   "cut"
  ],
  "picked": false,
  "group": "salt",
  "when": "",
  "guide": "",
  "own": "﷐wish-salt-percent-own﷒",
  "starts": 1.0
 },
 {
  "field": "rub",
  "kind": "name",
  "words": "﷐wish-rub﷒",
  "low": null,
  "high": null,
  "options": [
   {
    "key": "none",
    "name": "﷐start-of-sentence﷑text=﷐methods-salt-only﷒﷒"
   },
   {
    "key": "pepper",
    "name": "﷐start-of-sentence﷑text=﷐methods-pepper-and-dry-spices﷒﷒"
   },
   {
    "key": "sugar",
    "name": "﷐start-of-sentence﷑text=﷐methods-a-rub-with-sugar﷒﷒"
   }
  ],
  "usual": "none",
  "resetBy": [
   "cut"
  ],
  "picked": false,
  "group": "salt",
  "when": "",
  "guide": "school:pepper",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "fat",
  "kind": "name",
  "words": "﷐wish-fat-in-the-pan﷒",
  "low": null,
  "high": null,
  "options": [
   {
    "key": "oil",
    "name": "﷐start-of-sentence﷑text=﷐fats-neutral-oil﷒﷒"
   },
   {
    "key": "tallow",
    "name": "﷐start-of-sentence﷑text=﷐fats-beef-tallow﷒﷒"
   },
   {
    "key": "clarified",
    "name": "﷐start-of-sentence﷑text=﷐fats-clarified-butter﷒﷒"
   },
   {
    "key": "olive",
    "name": "﷐start-of-sentence﷑text=﷐fats-olive-oil﷒﷒"
   },
   {
    "key": "butter",
    "name": "﷐start-of-sentence﷑text=﷐fats-butter﷒﷒"
   },
   {
    "key": "spread",
    "name": "﷐start-of-sentence﷑text=﷐fats-egg-and-oil-spread﷒﷒"
   },
   {
    "key": "none",
    "name": "﷐start-of-sentence﷑text=﷐fats-none-a-dry-pan﷒﷒"
   }
  ],
  "usual": "oil",
  "resetBy": [
   "cut"
  ],
  "picked": false,
  "group": "salt",
  "when": "pan",
  "guide": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "finishing",
  "kind": "name",
  "words": "﷐wish-last-touch﷒",
  "low": null,
  "high": null,
  "options": [
   {
    "key": "none",
    "name": "﷐start-of-sentence﷑text=﷐methods-nothing-more﷒﷒"
   },
   {
    "key": "butter",
    "name": "﷐start-of-sentence﷑text=﷐methods-butter-for-the-last-minute﷒﷒"
   },
   {
    "key": "herbs",
    "name": "﷐start-of-sentence﷑text=﷐methods-herbs-and-garlic-in-fat-for﷒﷒"
   },
   {
    "key": "oil",
    "name": "﷐start-of-sentence﷑text=﷐methods-good-oil-and-flakes-of-salt﷒﷒"
   }
  ],
  "usual": "none",
  "resetBy": [
   "cut"
  ],
  "picked": false,
  "group": "salt",
  "when": "",
  "guide": "fat:board",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "method",
  "kind": "name",
  "words": "﷐wish-method﷒",
  "low": null,
  "high": null,
  "options": [
   {
    "key": "low_then_sear",
    "name": "﷐start-of-sentence﷑text=﷐methods-low-then-sear﷒﷒"
   },
   {
    "key": "sear_then_low",
    "name": "﷐start-of-sentence﷑text=﷐methods-sear-then-cool-side﷒﷒"
   },
   {
    "key": "direct",
    "name": "﷐start-of-sentence﷑text=﷐methods-over-the-fire-all-the-way﷒﷒"
   },
   {
    "key": "chimney",
    "name": "﷐start-of-sentence﷑text=﷐common-over-the-chimney﷒﷒"
   },
   {
    "key": "char_then_bath",
    "name": "﷐start-of-sentence﷑text=﷐methods-char-then-warm-fat﷒﷒"
   },
   {
    "key": "skillet",
    "name": "﷐start-of-sentence﷑text=﷐methods-in-the-skillet﷒﷒"
   },
   {
    "key": "oven_then_skillet",
    "name": "﷐start-of-sentence﷑text=﷐methods-oven-then-skillet﷒﷒"
   },
   {
    "key": "low_and_slow",
    "name": "﷐start-of-sentence﷑text=﷐methods-low-and-slow﷒﷒"
   }
  ],
  "usual": "low_then_sear",
  "resetBy": [
   "cut"
  ],
  "picked": true,
  "group": "fire",
  "when": "",
  "guide": "method:",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "fire",
  "kind": "name",
  "words": "﷐wish-fire﷒",
  "low": null,
  "high": null,
  "options": [
   {
    "key": "kettle_two_zone",
    "name": "﷐start-of-sentence﷑text=﷐kettle-charcoal-kettle-two-zones﷒﷒"
   },
   {
    "key": "kettle_ring",
    "name": "﷐start-of-sentence﷑text=﷐kettle-charcoal-kettle-fuse-of-coals-round﷒﷒"
   },
   {
    "key": "kamado",
    "name": "﷐start-of-sentence﷑text=Kamado﷒"
   },
   {
    "key": "offset",
    "name": "﷐start-of-sentence﷑text=﷐offset-offset-smoker﷒﷒"
   },
   {
    "key": "gas",
    "name": "﷐start-of-sentence﷑text=﷐gas-gas-grill-three-burners﷒﷒"
   },
   {
    "key": "flat_top",
    "name": "﷐start-of-sentence﷑text=﷐flat-top-flat-top-griddle-three-burners﷒﷒"
   },
   {
    "key": "pellet",
    "name": "﷐start-of-sentence﷑text=﷐pellet-pellet-grill﷒﷒"
   },
   {
    "key": "chimney",
    "name": "﷐start-of-sentence﷑text=﷐chimney-grate-on-a-lit-chimney-starter﷒﷒"
   },
   {
    "key": "oven_skillet",
    "name": "﷐start-of-sentence﷑text=﷐oven-kitchen-oven-and-skillet﷒﷒"
   },
   {
    "key": "burner_skillet",
    "name": "﷐start-of-sentence﷑text=﷐fires-skillet-on-a-burner-high﷒﷒"
   },
   {
    "key": "burner_medium",
    "name": "﷐start-of-sentence﷑text=﷐fires-skillet-on-a-burner-medium﷒﷒"
   },
   {
    "key": "burner_low",
    "name": "﷐start-of-sentence﷑text=﷐fires-skillet-on-a-burner-low﷒﷒"
   },
   {
    "key": "side_burner",
    "name": "﷐start-of-sentence﷑text=﷐fires-skillet-on-a-side-burner﷒﷒"
   },
   {
    "key": "oven_pan",
    "name": "﷐start-of-sentence﷑text=﷐fires-skillet-warmed-in-the-oven-then﷒﷒"
   },
   {
    "key": "griddle",
    "name": "﷐start-of-sentence﷑text=﷐fires-griddle-over-two-burners﷒﷒"
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
  "guide": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "own_fire",
  "kind": "fire",
  "words": "﷐wish-a-fire-of-the-cooks-own﷒",
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
  "guide": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "sear_fire",
  "kind": "name",
  "words": "﷐wish-sear-on﷒",
  "low": null,
  "high": null,
  "options": [
   {
    "key": "kettle_two_zone",
    "name": "﷐start-of-sentence﷑text=﷐kettle-charcoal-kettle-two-zones﷒﷒"
   },
   {
    "key": "kettle_ring",
    "name": "﷐start-of-sentence﷑text=﷐kettle-charcoal-kettle-fuse-of-coals-round﷒﷒"
   },
   {
    "key": "kamado",
    "name": "﷐start-of-sentence﷑text=Kamado﷒"
   },
   {
    "key": "offset",
    "name": "﷐start-of-sentence﷑text=﷐offset-offset-smoker﷒﷒"
   },
   {
    "key": "gas",
    "name": "﷐start-of-sentence﷑text=﷐gas-gas-grill-three-burners﷒﷒"
   },
   {
    "key": "flat_top",
    "name": "﷐start-of-sentence﷑text=﷐flat-top-flat-top-griddle-three-burners﷒﷒"
   },
   {
    "key": "pellet",
    "name": "﷐start-of-sentence﷑text=﷐pellet-pellet-grill﷒﷒"
   },
   {
    "key": "chimney",
    "name": "﷐start-of-sentence﷑text=﷐chimney-grate-on-a-lit-chimney-starter﷒﷒"
   },
   {
    "key": "oven_skillet",
    "name": "﷐start-of-sentence﷑text=﷐oven-kitchen-oven-and-skillet﷒﷒"
   },
   {
    "key": "burner_skillet",
    "name": "﷐start-of-sentence﷑text=﷐fires-skillet-on-a-burner-high﷒﷒"
   },
   {
    "key": "burner_medium",
    "name": "﷐start-of-sentence﷑text=﷐fires-skillet-on-a-burner-medium﷒﷒"
   },
   {
    "key": "burner_low",
    "name": "﷐start-of-sentence﷑text=﷐fires-skillet-on-a-burner-low﷒﷒"
   },
   {
    "key": "side_burner",
    "name": "﷐start-of-sentence﷑text=﷐fires-skillet-on-a-side-burner﷒﷒"
   },
   {
    "key": "oven_pan",
    "name": "﷐start-of-sentence﷑text=﷐fires-skillet-warmed-in-the-oven-then﷒﷒"
   },
   {
    "key": "griddle",
    "name": "﷐start-of-sentence﷑text=﷐fires-griddle-over-two-burners﷒﷒"
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
  "guide": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "gentle_c",
  "kind": "temperature",
  "words": "﷐common-gentle-side-at﷒",
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
  "guide": "glossary:two-zone",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "wrap",
  "kind": "name",
  "words": "﷐wish-wrap﷒",
  "low": null,
  "high": null,
  "options": [
   {
    "key": "none",
    "name": "﷐start-of-sentence﷑text=﷐methods-not-wrapped﷒﷒"
   },
   {
    "key": "paper",
    "name": "﷐start-of-sentence﷑text=﷐methods-in-butcher-paper﷒﷒"
   },
   {
    "key": "foil",
    "name": "﷐start-of-sentence﷑text=﷐methods-in-foil﷒﷒"
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
  "guide": "glossary:stall",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "wrap_c",
  "kind": "temperature",
  "words": "﷐wish-wrap-at﷒",
  "low": 60.0,
  "high": 80.0,
  "options": [],
  "usual": null,
  "resetBy": [
   "cut",
   "method",
   "wrap"
  ],
  "picked": false,
  "group": "fire",
  "when": "wrapped",
  "guide": "glossary:stall",
  "own": "﷐wish-wrap-at-own﷒",
  "starts": 74.0
 },
 {
  "field": "baste",
  "kind": "name",
  "words": "﷐wish-baste﷒",
  "low": null,
  "high": null,
  "options": [
   {
    "key": "none",
    "name": "﷐start-of-sentence﷑text=﷐methods-not-basted﷒﷒"
   },
   {
    "key": "spritz",
    "name": "﷐start-of-sentence﷑text=﷐methods-spritzed﷒﷒"
   },
   {
    "key": "mop",
    "name": "﷐start-of-sentence﷑text=﷐methods-mopped﷒﷒"
   },
   {
    "key": "glaze",
    "name": "﷐start-of-sentence﷑text=﷐methods-glazed﷒﷒"
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
  "guide": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "crust",
  "kind": "name",
  "words": "﷐wish-crust﷒",
  "low": null,
  "high": null,
  "options": [
   {
    "key": "none",
    "name": "﷐start-of-sentence﷑text=﷐methods-as-it-comes﷒﷒"
   },
   {
    "key": "golden",
    "name": "﷐start-of-sentence﷑text=﷐methods-golden﷒﷒"
   },
   {
    "key": "light",
    "name": "﷐start-of-sentence﷑text=﷐methods-light﷒﷒"
   },
   {
    "key": "good",
    "name": "﷐start-of-sentence﷑text=﷐methods-good﷒﷒"
   },
   {
    "key": "deep",
    "name": "﷐start-of-sentence﷑text=﷐methods-deep﷒﷒"
   }
  ],
  "usual": "good",
  "resetBy": [
   "cut"
  ],
  "picked": true,
  "group": "sear",
  "when": "browns",
  "guide": "glossary:crust",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "marks",
  "kind": "name",
  "words": "﷐wish-marks﷒",
  "low": null,
  "high": null,
  "options": [
   {
    "key": "none",
    "name": "﷐start-of-sentence﷑text=﷐methods-crust-all-over-keep-moving-it﷒﷒"
   },
   {
    "key": "quarter",
    "name": "﷐start-of-sentence﷑text=﷐methods-squares-a-quarter-turn-on-each﷒﷒"
   },
   {
    "key": "diamond",
    "name": "﷐start-of-sentence﷑text=﷐methods-diamonds-a-turn-by-45-on﷒﷒"
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
  "guide": "school:marks",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "flip_every_s",
  "kind": "seconds",
  "words": "﷐wish-flip-every﷒",
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
  "guide": "school:flips",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "sear_side_s",
  "kind": "seconds",
  "words": "﷐wish-sear-side﷒",
  "low": 15.0,
  "high": 180.0,
  "options": [],
  "usual": null,
  "resetBy": [
   "cut",
   "method",
   "sear_fire"
  ],
  "picked": false,
  "group": "sear",
  "when": "two_parts",
  "guide": "",
  "own": "﷐wish-sear-side-own﷒",
  "starts": 60.0
 },
 {
  "field": "lid",
  "kind": "name",
  "words": "﷐wish-lid﷒",
  "low": null,
  "high": null,
  "options": [
   {
    "key": "usual",
    "name": "﷐start-of-sentence﷑text=﷐methods-as-is-usual-for-this-fire﷒﷒"
   },
   {
    "key": "open",
    "name": "﷐start-of-sentence﷑text=﷐methods-open﷒﷒"
   },
   {
    "key": "shut",
    "name": "﷐start-of-sentence﷑text=﷐methods-shut﷒﷒"
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
  "guide": "school:lid",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "pull_offset",
  "kind": "rise",
  "words": "﷐wish-pull-below-the-finish-by﷒",
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
  "guide": "glossary:carry-over",
  "own": "﷐wish-i-pull-by-my-own-rule﷒",
  "starts": 5.555555555555555
 },
 {
  "field": "rest",
  "kind": "name",
  "words": "﷐wish-rest﷒",
  "low": null,
  "high": null,
  "options": [
   {
    "key": "open",
    "name": "﷐start-of-sentence﷑text=﷐rests-on-a-rack-open﷒﷒"
   },
   {
    "key": "board",
    "name": "﷐start-of-sentence﷑text=﷐rests-on-a-board-open﷒﷒"
   },
   {
    "key": "foil",
    "name": "﷐start-of-sentence﷑text=﷐rests-on-a-board-under-loose-foil﷒﷒"
   },
   {
    "key": "sauce",
    "name": "﷐start-of-sentence﷑text=﷐rests-on-a-board-of-warm-sauce﷒﷒"
   },
   {
    "key": "paper",
    "name": "﷐start-of-sentence﷑text=﷐rests-wrapped-in-butcher-paper﷒﷒"
   },
   {
    "key": "cooler",
    "name": "﷐start-of-sentence﷑text=﷐rests-in-a-cooler-in-towels﷒﷒"
   }
  ],
  "usual": "foil",
  "resetBy": [],
  "picked": true,
  "group": "rest",
  "when": "",
  "guide": "rest:",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "rest_min",
  "kind": "minutes",
  "words": "﷐wish-rest-for﷒",
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
  "guide": "",
  "own": "﷐wish-i-set-the-length-of-the﷒",
  "starts": 10.0
 },
 {
  "field": "altitude_m",
  "kind": "number",
  "words": "﷐wish-altitude﷒",
  "low": -430.0,
  "high": 5000.0,
  "options": [],
  "usual": 0.0,
  "resetBy": [],
  "picked": false,
  "group": "log",
  "when": "",
  "guide": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "air_more_k",
  "kind": "rise",
  "words": "﷐wish-air-more﷒",
  "low": -40.0,
  "high": 40.0,
  "options": [],
  "usual": 0.0,
  "resetBy": [
   "cut",
   "method",
   "fire",
   "own_fire"
  ],
  "picked": false,
  "group": "log",
  "when": "",
  "guide": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "air_spread",
  "kind": "number",
  "words": "﷐wish-air-spread﷒",
  "low": 0.05,
  "high": 1.5,
  "options": [],
  "usual": 1.0,
  "resetBy": [
   "cut",
   "method",
   "fire",
   "own_fire"
  ],
  "picked": false,
  "group": "log",
  "when": "",
  "guide": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "film_more",
  "kind": "number",
  "words": "﷐wish-film-more﷒",
  "low": 0.5,
  "high": 2.0,
  "options": [],
  "usual": 1.0,
  "resetBy": [
   "cut",
   "method",
   "fire",
   "own_fire"
  ],
  "picked": false,
  "group": "log",
  "when": "",
  "guide": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "film_spread",
  "kind": "number",
  "words": "﷐wish-film-spread﷒",
  "low": 0.05,
  "high": 1.5,
  "options": [],
  "usual": 1.0,
  "resetBy": [
   "cut",
   "method",
   "fire",
   "own_fire"
  ],
  "picked": false,
  "group": "log",
  "when": "",
  "guide": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "start_more",
  "kind": "number",
  "words": "﷐wish-start-more﷒",
  "low": 0.3,
  "high": 3.0,
  "options": [],
  "usual": 1.0,
  "resetBy": [
   "cut",
   "method",
   "fire",
   "own_fire"
  ],
  "picked": false,
  "group": "log",
  "when": "",
  "guide": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "convert_more",
  "kind": "number",
  "words": "﷐wish-convert-more﷒",
  "low": 0.3,
  "high": 3.0,
  "options": [],
  "usual": 1.0,
  "resetBy": [
   "cut",
   "method",
   "fire",
   "own_fire"
  ],
  "picked": false,
  "group": "log",
  "when": "",
  "guide": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "gauge_more_k",
  "kind": "rise",
  "words": "﷐wish-gauge-more﷒",
  "low": -60.0,
  "high": 60.0,
  "options": [],
  "usual": 0.0,
  "resetBy": [
   "cut",
   "method",
   "fire",
   "own_fire"
  ],
  "picked": false,
  "group": "log",
  "when": "",
  "guide": "",
  "own": "",
  "starts": 0.0
 },
 {
  "field": "sear_more_k",
  "kind": "rise",
  "words": "﷐wish-sear-more﷒",
  "low": -150.0,
  "high": 150.0,
  "options": [],
  "usual": 0.0,
  "resetBy": [
   "cut",
   "method",
   "fire",
   "own_fire"
  ],
  "picked": false,
  "group": "log",
  "when": "",
  "guide": "",
  "own": "",
  "starts": 0.0
 }
]);
