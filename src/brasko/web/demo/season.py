"""The invented season of the demo household: what they cooked, and what they said of it."""

from dataclasses import dataclass, field
from typing import Any


@dataclass(frozen=True)
class PastCook:
    """One logged cook: days ago, hour of eating, the wish, and the household's verdict.

    What was said of it agrees with how it went: the air was air_k off what is usual (this kettle runs cool), it was
    pulled late_s after the pull, wind was told of, eaters said their own.
    """

    days_ago: int
    hour: int
    title: str
    piece: dict[str, Any] = field(hash=False)
    stars: int
    doneness: str
    crust: str
    note: str
    air_k: float = -7.0
    late_s: float = 0.0
    wind: str = ""
    rim: str = ""
    eaters: tuple[tuple[str, str, str], ...] = ()


SEASON = (
    PastCook(
        164,
        19,
        "First fire of the year",
        {"cut": "ribeye", "thickness_mm": 35, "finish_c": 57.0},
        3,
        "right",
        "thin",
        "Coals were not quite ready. Wait for the top ones to ash over.",
        air_k=-14.0,
    ),
    PastCook(150, 18, "Strip for two", {"cut": "strip", "thickness_mm": 38, "finish_c": 54.0}, 4, "right", "right", ""),
    PastCook(
        137,
        20,
        "Filet, guests from next door",
        {"cut": "filet", "thickness_mm": 50, "finish_c": 53.0, "crust": "light"},
        5,
        "right",
        "right",
        "Nobody talked for a while.",
    ),
    PastCook(
        121,
        19,
        "Flank in a hurry",
        {"cut": "flank", "thickness_mm": 20, "finish_c": 55.0, "method": "direct"},
        4,
        "right",
        "right",
        "Sliced thin across the grain.",
    ),
    PastCook(
        108,
        19,
        "Ribeye, crust first",
        {"cut": "ribeye", "thickness_mm": 38, "finish_c": 57.0, "method": "sear_then_low", "crust": "light"},
        3,
        "over",
        "right",
        "More rim than the other way round.",
        late_s=600.0,
        rim="wide",
        eaters=(("Wren", "over", "right"), ("Tobias", "right", "right")),
    ),
    PastCook(
        94,
        18,
        "Pork chops",
        {"cut": "pork_chop", "thickness_mm": 32, "finish_c": 63.0, "crust": "light"},
        4,
        "right",
        "thin",
        "",
    ),
    PastCook(
        80,
        20,
        "Big bone-in",
        {"cut": "ribeye_bone_in", "thickness_mm": 48, "finish_c": 57.0},
        5,
        "right",
        "heavy",
        "Turned the bone to the coals.",
    ),
    PastCook(
        66,
        19,
        "Sirloin, windy",
        {"cut": "sirloin", "thickness_mm": 32, "finish_c": 55.0},
        3,
        "under",
        "right",
        "Wind kept the cool side cooler than it looked, and it came off too soon.",
        air_k=-16.0,
        late_s=-420.0,
        wind="windy",
    ),
    PastCook(
        52,
        19,
        "Strip, deep crust",
        {"cut": "strip", "thickness_mm": 40, "finish_c": 56.0, "crust": "deep"},
        4,
        "right",
        "heavy",
        "",
    ),
    PastCook(
        38,
        18,
        "Ribeye again",
        {"cut": "ribeye", "thickness_mm": 40, "finish_c": 58.0},
        5,
        "right",
        "right",
        "The one to repeat.",
        eaters=(("Wren", "over", "right"), ("Tobias", "right", "right")),
    ),
    PastCook(
        31,
        18,
        "Burgers after the match",
        {
            "cut": "burger_80_20",
            "thickness_mm": 19,
            "method": "direct",
            "crust": "light",
            "salt": "just_before",
            "rest": "open",
            "count": 4,
        },
        4,
        "right",
        "right",
        "Read all four; nobody minded the wait.",
    ),
    PastCook(
        24,
        19,
        "Filet, birthday",
        {"cut": "filet", "thickness_mm": 45, "finish_c": 54.0, "crust": "light"},
        4,
        "right",
        "right",
        "",
    ),
    PastCook(
        10,
        19,
        "Thick sirloin",
        {"cut": "sirloin", "thickness_mm": 38, "finish_c": 56.0},
        4,
        "right",
        "right",
        "Salted at noon: the surface was dry and the crust came fast.",
    ),
)
"""The cooks of the season, oldest first."""

HOUSEHOLD = "Fennimore household"
GRILL = "Kettle under the pear tree"
TONIGHT = {"cut": "ribeye", "thickness_mm": 38.1, "finish_c": 57.0}
TONIGHT_TITLE = "Ribeye for tonight"
"""The household of the demo, its grill, and its plan for tonight."""
TABLE_TITLE = "For the long table"
TABLE: dict[str, Any] = {
    "eaters": 6,
    "people": [{"key": "wren", "name": "Wren"}, {"key": "tobias", "name": "Tobias"}],
    "fires": [{"key": "kettle", "fire": "kettle_two_zone"}, {"key": "row", "fire": "gas"}],
    "dishes": [
        {"key": "tri_tip", "piece": {"cut": "tri_tip", "thickness_mm": 50}},
        {"key": "filet", "piece": {"cut": "filet", "thickness_mm": 44, "count": 2}},
        {"key": "potatoes", "side": "potato_half", "count": 8},
        {"key": "onions", "side": "onion", "count": 8},
        {"key": "asparagus", "side": "asparagus", "count": 20},
        {"key": "bread", "side": "garlic_bread", "count": 8},
        {"key": "peaches", "side": "peach", "count": 6, "course_min": 40},
    ],
}
"""A whole table for the household."""
RUNNING_TITLE = "Strip for the late table"
STORIES: tuple[tuple[str, dict[str, Any]], ...] = (
    (RUNNING_TITLE, {"cut": "strip", "thickness_mm": 40.0, "finish_c": 55.0}),
    ("Chops off the gas row", {"cut": "pork_chop", "thickness_mm": 38.0, "fire": "gas"}),
    ("Tri-tip under the dome", {"cut": "tri_tip", "thickness_mm": 55.0, "fire": "kamado", "finish_c": 56.0}),
    ("Sirloin by the window", {"cut": "sirloin", "thickness_mm": 45.0, "finish_c": 56.0}),
)
"""What is on the fire when the demo is opened: one after another, each when the one before is eaten."""
RUNNING_SHARE, RUNNING_FOR_S = 0.6, 25 * 60.0
"""It has been on for so long, and for so much of its gentle part at the most."""
