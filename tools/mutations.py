"""What nobody would send: bodies with some of their values replaced, left out, doubled or added to."""

import random
from copy import deepcopy
from typing import Any

ODD: tuple[Any, ...] = (
    None,
    True,
    False,
    0,
    -1,
    1,
    10**18,
    -(10**18),
    10**400,
    2**63,
    1e308,
    -1e308,
    1e-320,
    0.1,
    "",
    " ",
    "x",
    "x" * 70_000,
    "²",
    "1-²",
    "\x00",
    "\ud7ff",
    "🔥" * 300,
    "\ud800",
    "two\rlines",
    "\u202egnp.exe",
    "\ufdd0common-sign-in-first\ufdd2",
    "\ufdd3temp:1.2.3\ufdd4",
    "⟦start-of-sentence¦text=" * 30 + "⟧" * 30,
    "{temp:1.2.3}",
    "Rare",
    "../../etc",
    "1e999",
    "NaN",
    "-0",
    [],
    [[]],
    {},
    {"": {}},
    [None] * 50,
    "9999-12-31T23:59:59-14:00",
    "0001-01-01T00:00:00+14:00",
    "2030-02-30T00:00:00Z",
    "2030-01-01T00:00:00",
    "00000000-0000-0000-0000-000000000000",
    "kamado",
    "direct",
    "ribeye",
)
RAW: tuple[bytes, ...] = (
    b"",
    b"{",
    b"[" * 5000,
    b"nul",
    b"\xff\xfe",
    b'{"a":' * 3000,
    b"9" * 5000,
    b'{"pieces":NaN}',
    b'{"x":1e999}',
    b"\x00" * 100,
    b'"' + b"\\u0000" * 200 + b'"',
)


def mutated(body: Any, dice: random.Random) -> Any:
    """A body with some of it replaced, left out, doubled or added to."""
    body = deepcopy(body)
    for _ in range(dice.choice((1, 1, 1, 2, 3))):
        places = list(_places(body))
        if not places:
            return deepcopy(dice.choice(ODD))
        holder, key = dice.choice(places)
        deed = dice.random()
        if deed < 0.72:
            holder[key] = deepcopy(dice.choice(ODD))
        elif deed < 0.84 and isinstance(holder[key], float):
            holder[key] = holder[key] * dice.choice((-1, 0, 1e-6, 0.5, 2, 10, 1e3, 1e9, 1e300))
        elif deed < 0.92:
            del holder[key]
        elif isinstance(holder, dict):
            holder[dice.choice(("", "unknown", "__class__", "k" * 9000))] = deepcopy(dice.choice(ODD))
        else:
            holder.extend(deepcopy(holder)[:8])
    return body


def _places(body: Any) -> Any:
    if isinstance(body, dict):
        for key in body:
            yield body, key
            yield from _places(body[key])
    elif isinstance(body, list):
        for n in range(len(body)):
            yield body, n
            yield from _places(body[n])
