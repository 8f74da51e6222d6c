"""What is said of the dangers of each fire (common practice, no source). Local codes and licensed trades come first."""

COAL = (
    "Charcoal makes carbon monoxide: outdoors only, never in a garage or tent, even while it cools. Shut the "
    "vents afterwards; ash "
    "stays hot for a day or two."
)
FLASHES = "Ease the lid open a little first, or it flashes."
GAS = (
    "Lid open to light, where there is one. Test hoses with soapy water; close the bottle afterwards. Gas "
    "lines are work for a licensed fitter. Clean "
    "grease trays; never water on burning grease."
)
COALS_IN_GAS = (
    "Charcoal in it makes carbon monoxide and hot ash too: outdoors only, even while it cools; ash stays "
    "hot for a day or two."
)
PLATE = (
    "The plate is hot to its rim and stays so for an hour: long sleeves off it, a scraper with a handle. Water "
    "on hot fat spits."
)
PELLETS = "Clean the grease tray and fire pot; never water on burning grease. Outdoors only."
KITCHEN = "A hot skillet and its fat burn: lid at hand to smother, never water."
WATCHED = "Never leave a lit fire alone; keep children and animals away from it."
LOCAL = "Local fire codes and bans come first."
"""What each kind of fire can do to a cook, a sentence or two (common practice, no source)."""
