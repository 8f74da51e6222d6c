"""Bounds of whatever is written in a format, wide enough for every real value: past them arithmetic overflows.

What the trade allows is narrower, and is checked and explained in the core.
"""

from __future__ import annotations

from datetime import UTC, datetime
from typing import Annotated

from pydantic import AfterValidator, AwareDatetime, Field
from pydantic_core import PydanticCustomError

MAX = 1e7
"""No figure that is sent is larger."""
EARLIEST, LATEST = datetime(1970, 1, 2, tzinfo=UTC), datetime(2200, 1, 1, tzinfo=UTC)
"""No moment that is sent lies before or after."""


def _within(at: datetime) -> datetime:
    if not EARLIEST <= at <= LATEST:
        raise PydanticCustomError("moment", "must lie between the years {low} and {high}.", {"low": 1970, "high": 2200})
    return at


Figure = Annotated[float, Field(allow_inf_nan=False, ge=-MAX, le=MAX)]
"""A number that can be reckoned with."""
Count = Annotated[int, Field(ge=-1_000_000, le=1_000_000)]
"""A whole number that can be reckoned with."""
Number = Annotated[int, Field(ge=-(2**53), le=2**53)]
"""A number that something is known by."""
Moment = Annotated[AwareDatetime, AfterValidator(_within)]
"""A date and time with a time zone, of our time."""
