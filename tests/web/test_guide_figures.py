"""The guide's figures as they are sent."""

from __future__ import annotations

import base64

import pytest

pytestmark = pytest.mark.django_db(transaction=True)


def test_what_is_drawn_is_computed_and_whole(mara) -> None:
    told = mara.client.get("/api/guide/figures").json()
    carried, halved, wet = told["carry_over"], told["half_distance"], told["wet_window"]
    section = carried["section"]
    frames = len(section["time_s"])
    assert len(base64.b64decode(section["temp"])) == frames * section["rows"] * section["columns"]
    assert max(carried["curve"]["core_c"]) == pytest.approx(carried["peak_c"], abs=0.1)
    assert len(halved["far"]["equivalent_c"]) == len(halved["near"]["equivalent_c"]) == len(halved["far"]["y_mm"])
    assert len(wet["film_g_m2"]) == len(wet["time_s"])
    assert all(fire["side"]["parts"] for fire in told["fires"])
    assert {*(fire["entry"] for fire in told["fires"]), "glossary:carry-over", "glossary:distance", "salt:wet"} <= {
        e["key"] for e in mara.client.get("/api/guide").json()["entries"]
    }
