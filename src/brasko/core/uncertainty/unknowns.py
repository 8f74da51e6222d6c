"""What a cook cannot know exactly of one kitchen: how far one cook differs from the one assumed, in standard
deviations.

One set for plans and forecasts alike. ±30 % in heat transfer, ±10 % in thickness, ±5 K at the start, ±20 K in the fire,
±4 mm of the probe, each evenly likely, have these.
"""

from __future__ import annotations

from brasko.core.sourced import Sourced

FILM_SD = Sourced(0.175, "-", "", "assumed")
THICKNESS_SD = Sourced(0.058, "-", "", "assumed")
START_SD = Sourced(2.9, "K", "", "assumed")
FIRE_SD = Sourced(11.5, "K", "", "assumed")
PROBE_SD_M = Sourced(0.0023, "m", "", "assumed")
"""How far from where it should be the tip of a probe ends up."""
