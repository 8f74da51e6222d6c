"""Households with something of every kind, and their files, taken out, changed and read in."""

import io
import json
import zipfile
from datetime import timedelta
from pathlib import Path

from django.core.files.uploadedfile import SimpleUploadedFile
from households import Visitor
from PIL import Image

from brasko.formats.experiment import ExperimentIn
from brasko.formats.experiment_convert import blank, experiment_of
from brasko.web.cooks.models import Cook, Reading
from brasko.web.lab.models import Experiment
from brasko.web.lab.schemas import ResultOut
from brasko.web.moving.kinds import KINDS
from brasko.web.practice.models import Attempt, FeelRound
from brasko.web.yard.models import FireFigure, Teaching, Verdict

FORMATS = Path(__file__).resolve().parents[2] / "docs" / "formats"
SAMPLES = Path(__file__).parent / "samples"
FIRE = {
    "name": "Oak on the left",
    "setup": {"grill": "kettle"},
    "gentle": {"x_mm": -140, "y_mm": 0},
    "sear": {"x_mm": 150, "y_mm": 0},
}
EXPERIMENT = {
    "format": "brasko/experiment@1",
    "variants": [{"name": "A", "piece": {"cut": "ribeye", "thickness_mm": 38.1}}],
}


def out_of(visitor: Visitor) -> bytes:
    answer = visitor.client.get("/api/household/household.zip")
    assert answer.status_code == 200
    return answer.content


def into(visitor: Visitor, file: bytes):
    visitor.user.refresh_from_db()
    return visitor.client.post("/api/household/household.zip", {"file": SimpleUploadedFile("h.zip", file)})


def files_of(file: bytes) -> dict[str, bytes]:
    with zipfile.ZipFile(io.BytesIO(file)) as opened:
        return {name: opened.read(name) for name in opened.namelist()}


def packed(files: dict[str, bytes]) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as made:
        for name, data in files.items():
            made.writestr(name, data)
    return out.getvalue()


def changed(file: bytes, name: str, **change) -> bytes:
    """The same file, the first row of one of its lists changed."""
    files = files_of(file)
    rows = json.loads(files[name])
    rows[0] |= change
    return packed(files | {name: json.dumps(rows).encode()})


def furnished(mara: Visitor) -> Visitor:
    """A household with something of every kind."""
    mara.call("POST", "/api/fires", FIRE)
    mara.call(
        "POST", "/api/pans", {"name": "Pan", "like": "skillet", "width_mm": 260, "depth_mm": 260, "heat_j_k": 1060}
    )
    probe = mara.call("POST", "/api/thermometers", {"name": "=Mine"}).json()["thermometer"]["id"]
    mara.call("POST", f"/api/thermometers/{probe}/checks", {"kind": "ice", "read_c": 0.4})
    plan = mara.plan()
    cook = mara.start(plan, practice=True)
    mara.plan(hours=9.0, cut="strip", thickness_mm=25.0)
    mara.mark(cook["id"], "season")
    row = Cook.objects.get(id=cook["id"])
    piece = row.pieces.get()
    Reading.objects.bulk_create(
        Reading(
            cook=row, piece=piece, thermometer_id=probe, sequence=n, at=row.started_at + timedelta(seconds=n),
            temp_c=4.0 + n / 7, raw_c=None if n % 2 else 4.4 + n / 7,
        )
        for n in range(40)
    )  # fmt: skip
    picture = io.BytesIO()
    Image.new("RGB", (60, 40), "brown").save(picture, "JPEG")
    mara.client.post(f"/api/cooks/{row.id}/photo", {"photo": SimpleUploadedFile("a.jpg", picture.getvalue())})
    mara.call("POST", f"/api/cooks/{row.id}/finish")
    mara.call("PUT", f"/api/cooks/{row.id}/rating", {"stars": 4, "note": "the neighbour's plums"})
    own = {"owner": mara.user, "piece_id": piece.id, "title": "T", "at": row.started_at}
    Teaching.objects.get_or_create(
        piece_id=piece.id,
        defaults=own | {"fire": "kettle", "film": 0.1, "air": -3.0, "information": [[1.0, 0.0], [0.0, 2.0]]},
    )
    FireFigure.objects.create(**own, fire="kettle", habit="gauge", value=5.0)
    Verdict.objects.create(**own, cut="ribeye", ate_c=55.0, crust_share=0.8)
    asked = ExperimentIn.model_validate(EXPERIMENT)
    told = ResultOut(**blank(asked, experiment_of(asked)).model_dump()).model_dump(mode="json")
    Experiment.objects.create(owner=mara.user, title="E", asked_json=EXPERIMENT, told_json=told, state="running")
    Attempt.objects.create(owner=mara.user, cook_id=row.id, drill="first_fire", points=71)
    FeelRound.objects.create(owner=mara.user, kind="hand", right=7, of=10)
    mara.call("PATCH", "/api/preferences", {"units": "metric", "eaters": 5})
    return mara


def renumbered(file: bytes) -> dict[str, object]:
    """A file's rows with every number by the order in which it comes: what is left to differ is what was lost."""
    files = files_of(file)
    told = {name: json.loads(data) for name, data in files.items() if name.endswith(".json")}
    numbers = {kind.name: {row["id"]: n for n, row in enumerate(told[f"{kind.name}.json"])} for kind in KINDS}
    for kind in KINDS:
        for n, row in enumerate(told[f"{kind.name}.json"]):
            row["id"] = n
            for field, at in kind.points.items():
                row[field] = None if row[field] is None else numbers[at][row[field]]
            row.pop("truth_of", None)
    readings = {}
    for name, data in files.items():
        if name.startswith("readings/"):
            lines = [line.split(",") for line in data.decode().splitlines()[1:]]
            readings[numbers["cooks"][int(Path(name).stem)]] = [
                [numbers["pieces"][int(p)], numbers["thermometers"][int(t)], *rest] for p, t, *rest in lines
            ]
    pictures = {numbers["cooks"][int(Path(n).stem)]: d for n, d in files.items() if n.endswith(".jpg")}
    del told["about.json"], told["pictures.json"]
    return told | {"readings": readings, "pictures": pictures}
