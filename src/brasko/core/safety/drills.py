"""What to do at once, in the order it is done (common practice, no source). Local codes and the fire brigade come
first."""

from brasko.core.words import quantity, say

FLARE_UP = (
    say("drills-tongs-the-food-to-the-cool"),
    say("drills-lid-open-hands-and-face-back"),
    say("drills-vents-half-shut-if-it-keeps"),
    say("drills-if-it-leaves-the-grill-gas"),
)
BLACK_SMOKE = (
    say("drills-soot-tastes-bitter-move-the-food"),
    say("drills-open-the-lower-vent-dark-smoke"),
    say("drills-wait-for-thin-blue-smoke-before"),
    say("drills-stay-out-of-the-smoke-never"),
)
VENTS = (
    say("drills-a-kamado-flashes-when-it-gets"),
    say("drills-gas-that-went-out-lid-open"),
)
"""What to do at once, step by step (common practice, no source)."""


def find_the_middle(thickness_m: float) -> tuple[str, ...]:
    """How to bring a tip into the middle of a piece, with phrase tokens. It is half as deep as the piece is thick."""
    return (
        say("drills-go-in-from-the-side-level"),
        say("drills-push-on-until-the-tip-is", thickness=quantity.length(500.0 * thickness_m)),
        say("drills-draw-it-back-slowly-and-watch"),
        say("drills-the-lowest-figure-on-the-way"),
    )
