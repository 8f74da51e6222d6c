"""The base of every published format."""

from pydantic import BaseModel, ConfigDict


class Strict(BaseModel):
    """Numbers are numbers, and what is not known is refused."""

    model_config = ConfigDict(extra="forbid", strict=True, frozen=True)
