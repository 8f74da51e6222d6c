"""The kinds of grill there are, and the grills that ship. A new kind is its file and a row here."""

from __future__ import annotations

from brasko.core.errors import UnknownName
from brasko.core.fire.grills import Grill
from brasko.core.fire.kinds.brazier import Brazier
from brasko.core.fire.kinds.chimney import Chimney
from brasko.core.fire.kinds.flat_top import FlatTop
from brasko.core.fire.kinds.gas import Gas
from brasko.core.fire.kinds.kamado import Kamado
from brasko.core.fire.kinds.kettle import Kettle
from brasko.core.fire.kinds.kind import GrillKind
from brasko.core.fire.kinds.offset import Offset
from brasko.core.fire.kinds.oven import Oven
from brasko.core.fire.kinds.pellet import Pellet

KINDS: dict[str, GrillKind] = {
    kind.key: kind for kind in (Kettle(), Kamado(), Offset(), Gas(), FlatTop(), Pellet(), Brazier(), Chimney(), Oven())
}
"""Every kind of grill by its key."""
GRILLS: dict[str, Grill] = {grill.key: grill for kind in KINDS.values() for grill in kind.grills()}
"""Every grill that ships by its key."""


def grill_named(key: str) -> Grill:
    """The shipped grill with this key. Raises UnknownName."""
    if key not in GRILLS:
        raise UnknownName("grill", key, GRILLS)
    return GRILLS[key]
