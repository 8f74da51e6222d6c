"""The guide, read as a whole: it is short, and searched in the browser."""

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema

from brasko.core.guide.entries import KIND_NAMES, all_entries
from brasko.web.accounts.auth import CookRequest, signed_in
from brasko.web.guide.boards import BoardOut, boards
from brasko.web.guide.figures import GuideFiguresOut, figures
from brasko.web.machine.answers import computed_answer

router = Router(tags=["guide"])
FIGURES_S = 3.0
"""What the figures may take to compute, at the most."""


class EntryOut(Schema):
    key: str
    kind: str
    title: str
    text: str
    see: list[str]


class KindOut(Schema):
    key: str
    name: str


class GuideOut(Schema):
    kinds: list[KindOut]
    entries: list[EntryOut]


@router.get("guide", response=GuideOut, operation_id="get_guide")
def get_guide(request: HttpRequest) -> GuideOut:
    return GuideOut(
        kinds=[KindOut(key=key, name=name) for key, name in KIND_NAMES.items()],
        entries=[EntryOut.model_validate(entry, from_attributes=True) for entry in all_entries().values()],
    )


@router.get("boards", response=list[BoardOut], operation_id="get_boards")
def get_boards(request: HttpRequest) -> list[BoardOut]:
    """Every cut as it lies on the board: what is drawn, and what is said beside it."""
    return boards()


@router.get("guide/figures", response=GuideFiguresOut, auth=signed_in, operation_id="get_guide_figures")
async def get_guide_figures(request: CookRequest) -> HttpResponse:
    """What the guide shows computed: carry-over, half the distance, the wet window."""
    return await computed_answer(request, FIGURES_S, figures)
