"""`brasko simulate`: the published format, the numbers against analytic conduction, and one line for wrong input."""

import copy
import json
import subprocess
import sys
from pathlib import Path

import jsonschema
import numpy as np
import pytest
from test_conduction import cylinder_series, plate_series

from brasko.cli.main import main

FORMATS = Path(__file__).resolve().parents[2] / "docs" / "formats"
K, RHO, C = 0.46, 1060.0, 3400.0
EXAMPLE = {
    "format": "brasko/simulation@1",
    "food": {
        "shape": "disc",
        "thickness_mm": 38,
        "mass_g": 450,
        "start_c": 5,
        "properties": {"conductivity_w_mk": K, "density_kg_m3": RHO, "specific_heat_j_kgk": C},
        "moisture": False,
    },
    "steps": [
        {
            "name": "gentle",
            "bottom": {"air_c": 107, "h_w_m2k": 15, "radiant_c": 107, "view_factor": 1.0, "emissivity": 0.9},
            "top": {"air_c": 107, "h_w_m2k": 15},
            "edge": {"air_c": 107, "h_w_m2k": 15},
            "until": {"core_c": 43.3, "max_s": 14400},
            "flip_every_s": None,
        }
    ],
    "every_s": 10,
}


def schema(name: str) -> dict:
    return json.loads((FORMATS / f"{name}.schema.json").read_text())


@pytest.fixture
def brasko(capsys, tmp_path):
    """Run a command on a document. Returns exit status, what was printed (parsed) and the line of complaint."""

    def run(command: str, document: object) -> tuple[int, dict | None, str]:
        file = tmp_path / "in.json"
        file.write_text(document if isinstance(document, str) else json.dumps(document))
        status = main([command, str(file)])
        said = capsys.readouterr()
        return status, json.loads(said.out) if said.out else None, said.err

    return run


def changed(**places: object) -> dict:
    """The example with values put at paths such as food__start_c; `...` takes a value away."""
    document = copy.deepcopy(EXAMPLE)
    for path, value in places.items():
        *way, last = path.split("__")
        here: dict = document
        for part in way:
            here = here[int(part)] if part.isdigit() else here[part]  # type: ignore[index]
        if value is ...:
            del here[last]
        else:
            here[last] = value
    return document


def test_the_example_runs_and_fits_its_schemas(brasko):
    jsonschema.validate(EXAMPLE, schema("simulation-1"))
    status, result, complaint = brasko("simulate", EXAMPLE)
    assert (status, complaint) == (0, "")
    jsonschema.validate(result, schema("simulation-result-1"))
    assert result["format"] == "brasko/simulation-result@1"
    assert result["steps"][0]["reached"] == "core"
    assert result["steps"][0]["core_c"] == pytest.approx(43.3, abs=0.03)
    assert result["peak_core_c"] == pytest.approx(43.3, abs=0.03)
    assert result["time_s"][1] == 10.0
    assert len(result["time_s"]) == len(result["core_c"]) == len(result["face_a_c"]) == len(result["face_b_c"])
    assert result["balance"]["energy_relative_error"] < 1e-6
    assert result["mass_loss_share"] == 0.0


def test_it_is_installed_and_reads_standard_input():
    done = subprocess.run(
        [str(Path(sys.executable).with_name("brasko")), "simulate", "-"],
        input=json.dumps(EXAMPLE),
        capture_output=True,
        text=True,
        check=True,
    )
    assert json.loads(done.stdout)["steps"][0]["name"] == "gentle"


@pytest.mark.parametrize("biot", [0.1, 1.0, 5.0, 50.0])
def test_wide_disc_matches_the_plate(brasko, biot):
    """incropera_2011 eq. 5.42: within 0.1 °C everywhere, edge insulated, 15 min after a step of 100 °C."""
    half, seconds = 0.019, 900.0
    side = {"air_c": 105, "h_w_m2k": biot * K / half}
    step = {"name": "plate", "bottom": side, "top": side, "until": {"max_s": seconds}}
    _, result, _ = brasko("simulate", changed(food__mass_g=5000, steps=[step], field=True))
    z = np.abs(np.array(result["field"]["z_mm"]) / 1000.0 - half) / half
    exact = 105.0 - 100.0 * plate_series(biot, K / (RHO * C) * seconds / half**2, z)
    assert np.max(np.abs(np.array(result["field"]["temp_c"])[:, 0] - exact)) < 0.1


def test_compact_disc_matches_the_product(brasko):
    """incropera_2011 §5.6, solutions by multiplication: within 0.1 °C everywhere at a Biot number of 2."""
    half, seconds = 0.019, 1200.0
    h = 2.0 * K / half
    side = {"air_c": 105, "h_w_m2k": h}
    step = {"name": "can", "bottom": side, "top": side, "edge": side, "until": {"max_s": seconds}}
    _, result, _ = brasko("simulate", changed(steps=[step], field=True))
    radius = (0.45 / RHO / 0.038 / np.pi) ** 0.5
    alpha = K / (RHO * C)
    z = np.abs(np.array(result["field"]["z_mm"]) / 1000.0 - half) / half
    r = np.array(result["field"]["r_mm"]) / 1000.0 / radius
    plate = plate_series(2.0, alpha * seconds / half**2, z)
    exact = 105.0 - 100.0 * np.outer(plate, cylinder_series(h * radius / K, alpha * seconds / radius**2, r))
    assert np.max(np.abs(np.array(result["field"]["temp_c"]) - exact)) < 0.1


def test_moist_air_slows_drying(brasko):
    """The same air with more vapour in it takes up less water (Incropera ch. 6)."""
    losses = []
    for humidity in (0.02, 0.5):
        document = changed(
            food__properties=...,
            food__moisture=True,
            food__cut="strip",
            steps__0__surroundings={"relative_humidity": humidity, "air_c": 90},
            steps__0__until={"max_s": 1800},
        )
        jsonschema.validate(document, schema("simulation-1"))
        losses.append(brasko("simulate", document)[1]["evaporated_share"])
    assert losses[1] < 0.7 * losses[0]


def test_a_bar_a_bone_a_pan_and_marks(brasko):
    pan = {"contact_w_m2k": 400, "heat_j_k": 1000, "start_c": 250, "power_w": 1000, "loss_w_k": 4, "share": 0.2}
    food = {
        "shape": "bar",
        "thickness_mm": 40,
        "mass_g": 700,
        "length_mm": 150,
        "bone_mm": 12,
        "start_c": 4,
        "composition": {"water": 0.65, "protein": 0.2, "fat": 0.14, "ash": 0.01},
    }
    steps = [{"name": "sear", "metal": pan, "until": {"max_s": 600}, "flip_every_s": 300}]
    status, result, complaint = brasko("simulate", {**EXAMPLE, "food": food, "steps": steps})
    assert (status, complaint) == (0, "")
    assert result["flips_s"] == [300.0]
    assert {mark["face"] for mark in result["marks"]} == {"a", "b"}
    assert result["metal_c"][0] == 250.0
    assert result["balance"]["water_relative_error"] < 1e-6


@pytest.mark.parametrize(
    ("document", "line"),
    [
        (changed(food__thickness_mm=0), "food.thickness_mm must be between 3 and 200 mm (got 0)"),
        (changed(food__start_c="5"), "food.start_c must be a number (got '5')"),
        (changed(food__start_c=float("nan")), "food.start_c must be a number (got nan)"),
        (changed(food__mass_g=...), "food.mass_g is required."),
        (changed(food__shape="ball"), "food.shape must be 'disc' or 'bar' (got 'ball')"),
        (changed(food__shape="bar"), "food.length_mm is required for a bar."),
        (changed(food__moisture=True), "food.moisture must be false with properties"),
        (changed(food__cut="ribeye"), "food needs exactly one of properties, composition and cut"),
        (changed(food__properties=..., food__cut="ribye"), "food.cut is not known (got 'ribye'). Did you mean ribeye"),
        (changed(food__properties__conductivity_w_mk=-1), "food.properties.conductivity_w_mk must be between"),
        (changed(steps__0__bottom__h_w_m2k=-1), "steps.0.bottom.h_w_m2k must be between 0 and 5000 W/m2K (got -1)"),
        (changed(steps__0__top={"h_w_m2k": 15}), "steps.0.top.air_c is required with h_w_m2k."),
        (changed(steps__0__top={"contact_c": 200}), "steps.0.top.contact_w_m2k and contact_c belong together"),
        (changed(steps__0__until={}), "steps.0.until needs at least one of core_c"),
        (changed(steps__0__until__core_c=900), "steps.0.until.core_c must be between -20 and 250 °C (got 900)"),
        (changed(steps__0__flip_every_s=0), "steps.0.flip_every_s must be between"),
        (changed(steps__0__colour="red"), "steps.0.colour is not a known field."),
        (changed(steps=[]), "steps is wrong"),
        (changed(every_s=0), "every_s must be between 0.1 and 3600 s (got 0)"),
        (changed(format="brasko/simulation@9"), "format must be 'brasko/simulation@1'"),
        ("{", "is not JSON: Expecting property name"),
        ("[1]", "the input is wrong"),
    ],
)
def test_wrong_input_is_one_line_that_names_the_field(brasko, document, line):
    status, printed, complaint = brasko("simulate", document)
    assert status == 2
    assert printed is None
    assert complaint.startswith("brasko: ")
    assert line in complaint
    assert complaint.count("\n") == 1


def test_a_file_that_is_not_there(capsys):
    assert main(["simulate", "/nowhere/at/all.json"]) == 2
    assert "/nowhere/at/all.json cannot be read" in capsys.readouterr().err


def test_a_simulation_waits_for_nothing_that_it_does_not_need(tmp_path):
    """Planner, fires and SciPy take longer to import than an hour takes to simulate."""
    file = tmp_path / "example.json"
    file.write_text(json.dumps(EXAMPLE), encoding="utf-8")
    code = (
        "import sys; from brasko.cli.main import main; assert main(['simulate', sys.argv[1]]) == 0; "
        "sys.exit(any(m.startswith(('brasko.core.planner', 'brasko.core.fire', 'scipy')) for m in sys.modules))"
    )
    done = subprocess.run([sys.executable, "-c", code, str(file)], capture_output=True, text=True)
    assert done.returncode == 0, done.stderr[-500:]
