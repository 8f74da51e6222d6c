"""Write the JSON Schemas of what the command line reads and prints into a folder."""

import json
import sys
from pathlib import Path

from pydantic import BaseModel

ROOT = Path(__file__).resolve().parents[1]
sys.path.insert(0, str(ROOT / "src"))

from brasko.cli.plan_format import MealPlanOut, PlanOut, WishIn  # noqa: E402
from brasko.cli.simulation_format import SimulationIn, SimulationOut  # noqa: E402
from brasko.formats.cook import CookIn, CookOut  # noqa: E402
from brasko.formats.fire import FireIn, FireOut  # noqa: E402
from brasko.formats.meal import MealIn  # noqa: E402

FORMATS: dict[str, type[BaseModel]] = {
    "simulation-1": SimulationIn,
    "simulation-result-1": SimulationOut,
    "wish-1": WishIn,
    "plan-1": PlanOut,
    "meal-1": MealIn,
    "meal-plan-1": MealPlanOut,
    "cook-1": CookIn,
    "cook-result-1": CookOut,
    "fire-1": FireIn,
    "fire-result-1": FireOut,
}


def main(folder: Path) -> None:
    for name, model in FORMATS.items():
        schema = {"$schema": "https://json-schema.org/draft/2020-12/schema", **model.model_json_schema()}
        (folder / f"{name}.schema.json").write_text(json.dumps(schema, indent=1, ensure_ascii=False) + "\n")


if __name__ == "__main__":
    main(Path(sys.argv[1]) if len(sys.argv) > 1 else ROOT / "docs" / "formats")
