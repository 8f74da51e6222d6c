"""What else stands in the demo household's yard: more grills, pans, a checked thermometer and a fire that was kept."""

from django.contrib.auth.models import User

from brasko.web.yard.actions.check_thermometer import check_thermometer
from brasko.web.yard.models import Grill, LaidFire, Pan, Thermometer
from brasko.web.yard.schemas import CheckIn

ALTITUDE_M = 420.0
"""Where the demo's yard lies."""
GRILLS = (
    ("Clay cooker behind the shed", {"like": "kamado"}),
    ("Three burners on the terrace", {"like": "gas_3", "height_mm": 100.0}),
    ("Pellet box by the kitchen door", {"like": "pellet"}),
    ("Long smoker at the fence", {"like": "offset", "loses": 1.15}),
)
"""The grills of the demo's yard."""
PANS = (
    ("Black skillet", "skillet", 260.0, 260.0, 1060.0),
    ("Grandmother's griddle", "griddle", 420.0, 340.0, 2900.0),
)
"""The pans of the demo's yard."""
KEPT = {
    "name": "Steak night on the kettle",
    "setup": {
        "grill": {"like": "kettle"},
        "charcoal": {"layout": "banked", "amount": 0.75, "unit": "chimneys"},
        "bottom_share": 0.33,
        "top_share": 0.5,
        "drip_pan": True,
    },
    "gentle": {"x_mm": -140.0, "y_mm": 0.0},
    "sear": {"x_mm": 150.0, "y_mm": 0.0},
}
"""Fires that the demo's household has kept."""


def furnish(owner: User) -> None:
    """Fill the yard; may be run again, and then adds nothing twice."""
    for name, spec in GRILLS:
        Grill.objects.get_or_create(owner=owner, name=name, defaults={"spec": spec})
    for name, like, width, depth, heat in PANS:
        Pan.objects.get_or_create(
            owner=owner, name=name, defaults={"like": like, "width_mm": width, "depth_mm": depth, "heat_j_k": heat}
        )
    LaidFire.objects.get_or_create(owner=owner, name=KEPT["name"], defaults={"fire": KEPT})
    if Thermometer.objects.filter(owner=owner, name="Pocket thermometer").exists():
        return
    pocket = Thermometer(owner=owner, name="Pocket thermometer")
    pocket.give_token()
    pocket.save()
    check_thermometer(pocket, CheckIn(kind="ice", read_c=0.4, altitude_m=ALTITUDE_M))
    check_thermometer(pocket, CheckIn(kind="boiling", read_c=98.2, altitude_m=ALTITUDE_M))
