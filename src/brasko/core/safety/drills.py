"""What to do at once, in the order it is done (common practice, no source). Local codes and the fire brigade come
first."""

FLARE_UP = (
    "Tongs: the food to the cool side, now.",
    "Lid open, hands and face back. Let the fat burn out there.",
    "Vents half shut if it keeps on. Never water on burning fat.",
    "If it leaves the grill: gas off at the bottle, lid shut if you can reach it, extinguisher, and call the "
    "fire brigade.",
)
BLACK_SMOKE = (
    "Soot tastes bitter: move the food off, or shut the damper towards it.",
    "Open the lower vent: dark smoke is a fire that wants air, or fat on coals.",
    "Wait for thin, blue smoke before the food goes back.",
    "Stay out of the smoke; never burn charcoal or gas in a closed place.",
)
VENTS = (
    "A kamado flashes when it gets air at once: ease the lid open a little first.",
    "Gas that went out: lid open, off, wait five minutes.",
)
"""What to do at once, step by step (common practice, no source)."""


def find_the_middle(thickness_m: float) -> tuple[str, ...]:
    """How to bring a tip into the middle of a piece, with phrase tokens. It is half as deep as the piece is thick."""
    return (
        "Go in from the side, level with the middle, away from bone and fat.",
        f"Push on until the tip is at half the width; it should lie {{len:{500.0 * thickness_m:.1f}}} below the top.",
        "Draw it back slowly and watch: the figure falls, then rises again.",
        "The lowest figure on the way is the middle. Leave the tip there, or write that one down.",
    )
