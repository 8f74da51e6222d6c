"""What is said of the dangers of each fire (common practice, no source). Local codes and licensed trades come first."""

from brasko.core.words import say

COAL = say("fires-charcoal-makes-carbon-monoxide")
FLASHES = say("fires-ease-the-lid-open-a-little")
GAS = say("fires-lid-open-to-light-where-there")
COALS_IN_GAS = say("fires-charcoal-in-it-makes-carbon-monoxide")
PLATE = say("fires-the-plate-is-hot-to-its")
PELLETS = say("fires-clean-the-grease-tray-and-fire")
KITCHEN = say("fires-a-hot-skillet-and-its-fat")
WATCHED = say("fires-never-leave-a-lit-fire-alone")
LOCAL = say("fires-local-fire-codes-and-bans-come")
"""What each kind of fire can do to a cook, a sentence or two (common practice, no source)."""
