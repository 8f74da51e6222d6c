"""What the session and account endpoints take and give."""

from typing import Literal

from ninja import Schema
from pydantic import Field, field_validator
from pydantic_core import PydanticCustomError

from brasko.words import LANGUAGES

Units = Literal["us", "metric"]
Clock = Literal["12", "24"]
Scheme = Literal["system", "light", "dark"]


class HouseholdOut(Schema):
    name: str
    username: str
    units: Units
    clock: Clock
    eaters: int
    scale: str
    scheme: Scheme
    language: str
    learns: bool
    has_recovery: bool


class SessionOut(Schema):
    signed_in: bool
    demo: bool
    household: HouseholdOut | None = None


class SignIn(Schema):
    username: str = Field(min_length=1, max_length=150)
    password: str = Field(min_length=1, max_length=200)


class SignUp(SignIn):
    household: str = Field(min_length=1, max_length=80)


class PasswordIn(Schema):
    current: str = Field(min_length=1, max_length=200)
    new: str = Field(min_length=1, max_length=200)


class ProofIn(Schema):
    current: str = Field(min_length=1, max_length=200)


class RecoveryOut(Schema):
    """A code that opens the account once; shown this one time."""

    code: str


class RecoverIn(SignIn):
    """password is the new one."""

    code: str = Field(min_length=1, max_length=80)


class Preferences(Schema):
    name: str | None = Field(None, min_length=1, max_length=80)
    units: Units | None = None
    clock: Clock | None = None
    eaters: int | None = Field(None, ge=1, le=60)
    scale: Literal["kitchen", "home"] | None = None
    scheme: Scheme | None = None
    learns: bool | None = None
    language: str | None = None

    @field_validator("language")
    @classmethod
    def _in_the_catalogue(cls, tag: str | None) -> str | None:
        if tag not in (None, *LANGUAGES):
            raise PydanticCustomError("language", "must be one of {known}", {"known": ", ".join(LANGUAGES)})
        return tag
