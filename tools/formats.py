"""Write the JSON Schemas of what the command line reads and prints, and the declared answers for the interface."""

import json
import os
import sys
from pathlib import Path

import django
from pydantic import BaseModel

ROOT = Path(__file__).resolve().parents[1]
sys.path.insert(0, str(ROOT / "src"))

from brasko.cli.plan_format import MealPlanOut, PlanOut, WishIn  # noqa: E402
from brasko.cli.simulation_format import SimulationIn, SimulationOut  # noqa: E402
from brasko.core.planner.spec.fields import Declared  # noqa: E402
from brasko.core.words import say  # noqa: E402
from brasko.formats.cook import CookIn, CookOut  # noqa: E402
from brasko.formats.experiment import ExperimentIn, ExperimentOut  # noqa: E402
from brasko.formats.fire import FireIn, FireOut  # noqa: E402
from brasko.formats.meal import MealIn  # noqa: E402
from brasko.formats.piece import ANSWERS, OUTSIDE  # noqa: E402
from brasko.formats.table import MealTableIn, TableOut  # noqa: E402

FORMATS: dict[str, type[BaseModel]] = {
    "simulation-1": SimulationIn,
    "simulation-result-1": SimulationOut,
    "wish-1": WishIn,
    "plan-1": PlanOut,
    "meal-1": MealIn,
    "meal-plan-1": MealPlanOut,
    "meal-2": MealTableIn,
    "table-plan-1": TableOut,
    "cook-1": CookIn,
    "experiment-1": ExperimentIn,
    "experiment-result-1": ExperimentOut,
    "cook-result-1": CookOut,
    "fire-1": FireIn,
    "fire-result-1": FireOut,
}


ANSWERS_FILE = "answers.gen.ts"
ANSWERS_HEAD = """// Written by `make types` from the answers that the core declares. Do not edit.
import { writtenOut } from "@/words/say";

import type { Answer } from "./answers";

export const ANSWERS: readonly Answer[] = writtenOut("""


def answer_told(each: Declared) -> dict[str, object]:
    """A declared answer as the interface has it: figures in the unit outside, None where the cut brings it."""
    asked = each.answer
    low, high = asked.slider or (asked.low, asked.high)
    return {
        "field": each.outside,
        "kind": asked.kind,
        "words": asked.words,
        "low": low,
        "high": high,
        "options": [{"key": key, "name": say("start-of-sentence", text=name)} for key, name in asked.named().items()],
        "usual": each.to_outside(each.default) if each.has_default else None,
        "resetBy": [OUTSIDE[name] for name in asked.reset_by],
        "picked": asked.picked,
        "group": asked.group,
        "when": asked.when,
        "guide": asked.guide,
        "own": asked.own,
        "starts": asked.starts,
    }


def household() -> dict[str, object]:
    """The schema of a household's file, which follows the tables of the application."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "brasko.web.config.settings")
    django.setup()
    from brasko.web.moving.kinds import schema

    return schema()


def main(folder: Path, typed: Path) -> None:
    told = json.dumps([answer_told(each) for each in ANSWERS.values()], indent=1, ensure_ascii=False)
    (typed / ANSWERS_FILE).write_text(f"{ANSWERS_HEAD}{told});\n")
    for name, model in FORMATS.items():
        schema = {"$schema": "https://json-schema.org/draft/2020-12/schema", **model.model_json_schema()}
        (folder / f"{name}.schema.json").write_text(json.dumps(schema, indent=1, ensure_ascii=False) + "\n")
    (folder / "household-1.schema.json").write_text(json.dumps(household(), indent=1, ensure_ascii=False) + "\n")


if __name__ == "__main__":
    made = Path(sys.argv[1]) if len(sys.argv) > 1 else None
    main(made or ROOT / "docs" / "formats", made or ROOT / "frontend" / "src" / "api")
