"""Speed, measured here and now: the simulation beside a reference solver on the same grid, a plan, the page, the
slider.

Absolute times differ between machines; the ratios are what to compare.
"""

import statistics
import sys
import tempfile
import time
from collections.abc import Callable
from concurrent.futures import ProcessPoolExecutor
from dataclasses import replace
from multiprocessing import get_context
from pathlib import Path

import numpy as np
from scipy.integrate import solve_ivp
from scipy.sparse import csr_matrix

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src"), str(ROOT / "tests" / "e2e")]

from brasko.core.fire.grate import grate_map  # noqa: E402
from brasko.core.fire.kinds import GRILLS  # noqa: E402
from brasko.core.fire.placing import Placed, moved  # noqa: E402
from brasko.core.fire.setup import usual_setup  # noqa: E402
from brasko.core.foods.properties import material_constant  # noqa: E402
from brasko.core.foods.shape import Geometry  # noqa: E402
from brasko.core.heat.geometry import graded_grid  # noqa: E402
from brasko.core.heat.simulation import Food, simulate  # noqa: E402
from brasko.core.lab.experiment import Asked, Experiment, Sweep, carried_out  # noqa: E402
from brasko.core.lab.sweep import Axis, evenly  # noqa: E402
from brasko.core.lab.variants import Variant  # noqa: E402
from brasko.core.planner.plan import planned  # noqa: E402
from brasko.core.planner.solve.invert import solve_piece  # noqa: E402
from brasko.core.planner.solve.programme import programme_of  # noqa: E402
from brasko.core.planner.solve.ranges import ensemble_ranges  # noqa: E402
from brasko.core.planner.spec.methods import METHODS  # noqa: E402
from brasko.core.planner.spec.piece import PieceSpec  # noqa: E402
from brasko.core.programme.steps import Side, Step, Surroundings, Until  # noqa: E402

WISH = PieceSpec("ribeye", 0.0381, 0.45, 57.0)
AIR_C, FILM, HOUR = 107.0, 20.0, 3600.0


def median_ms(work: Callable[[], object], times: int = 7) -> float:
    work()
    spent = []
    for _ in range(times):
        begun = time.perf_counter()
        work()
        spent.append((time.perf_counter() - begun) * 1e3)
    return statistics.median(spent)


def reference_system(geometry: Geometry, k: float, heat: float) -> tuple[csr_matrix, np.ndarray]:
    """dT/dt = A T + b of the same finite volumes, for a general stiff solver."""
    grid = graded_grid(geometry)
    nz, nr = len(grid.dz_m), len(grid.dr_m)
    a, b = np.zeros((nz * nr, nz * nr)), np.zeros(nz * nr)
    capacity = (grid.volume_m3 * heat).ravel()

    def join(p: int, q: int, conductance: float) -> None:
        for here, there in ((p, q), (q, p)):
            a[here, here] -= conductance
            a[here, there] += conductance

    def face(p: int, area: float, distance: float) -> None:
        conductance = area / (1.0 / FILM + distance / k)
        a[p, p] -= conductance
        b[p] += conductance * AIR_C

    for i in range(nz):
        for j in range(nr):
            p = i * nr + j
            if i + 1 < nz:
                join(p, p + nr, grid.area_z_m2[j] * 2 * k / (grid.dz_m[i] + grid.dz_m[i + 1]))
            if j + 1 < nr:
                join(p, p + 1, grid.face_r_m[j + 1] * grid.dz_m[i] * 2 * k / (grid.dr_m[j] + grid.dr_m[j + 1]))
        face(i * nr + nr - 1, grid.face_r_m[nr] * grid.dz_m[i], grid.dr_m[-1] / 2)
    for j in range(nr):
        face(j, grid.area_z_m2[j], grid.dz_m[0] / 2)
        face((nz - 1) * nr + j, grid.area_z_m2[j], grid.dz_m[-1] / 2)
    return csr_matrix(a / capacity[:, None]), b / capacity


def simulations() -> None:
    k, rho, c = 0.46, 1060.0, 3400.0
    dry = Food(Geometry("disc", 0.0381, 0.06), material_constant(k, rho, c), 5.0, moisture=False)
    side = Side(air_c=AIR_C, h_w_m2k=FILM)
    hour = (Step("hour", Surroundings(side, side, side), Until(HOUR)),)
    moist = replace(WISH.food, start_c=5.0)
    print(f"one hour, moist, default grid          {median_ms(lambda: simulate(moist, hour)):8.1f} ms")
    ours = median_ms(lambda: simulate(dry, hour))
    matrix, source = reference_system(dry.geometry, k, rho * c)
    start = np.full(matrix.shape[0], 5.0)
    width = len(graded_grid(dry.geometry).dr_m)

    end = simulate(dry, hour).end.temp_c.ravel()

    def peer(rtol: float, how: dict) -> np.ndarray:
        return solve_ivp(lambda t, y: matrix @ y + source, (0, HOUR), start, rtol=rtol, atol=10 * rtol, **how).y[:, -1]

    bdf, lsoda = {"method": "BDF", "jac": matrix}, {"method": "LSODA", "lband": width, "uband": width}
    exact = peer(1e-9, bdf)
    error = float(np.max(np.abs(end - exact)))
    print(f"the same hour, dry                     {ours:8.1f} ms   {error:.5f} °C from the exact solution of the grid")
    for name, how in (("BDF, sparse Jacobian", bdf), ("LSODA, banded", lsoda)):
        rtol = next(r for r in 10.0 ** np.arange(-3.0, -9.0, -0.5) if np.max(np.abs(peer(r, how) - exact)) <= error)
        theirs = median_ms(lambda rtol=rtol, how=how: peer(rtol, how), 3)
        label = f"{name}, as exact"
        print(f"  solve_ivp, {label:28}{theirs:8.1f} ms   {theirs / ours:.1f} x ours")
    whole = programme_of(WISH, 45.0, (180.0, 30.0))
    print(f"one whole cook (gentle, sear, rest)    {median_ms(lambda: simulate(WISH.food, whole)):8.1f} ms")


def plans() -> None:
    one = median_ms(lambda: solve_piece(WISH), 5)
    ranged = median_ms(lambda: planned(WISH, with_ranges=True), 3)
    quick = median_ms(lambda: solve_piece(WISH, quick=True), 5)
    print(f"one plan (the whole inverse)           {one:8.1f} ms")
    print(f"one quick plan, for a moving slider    {quick:8.1f} ms   {quick / one:.2f} x the whole")
    print(f"one plan with ranges                   {ranged:8.1f} ms   {ranged / one:.1f} x without")
    for method in METHODS:
        spec = replace(WISH, method=method, crust="light")
        print(f"  {method:36} {median_ms(lambda spec=spec: solve_piece(spec), 3):8.1f} ms")
    solution = solve_piece(WISH)
    spent = median_ms(lambda: ensemble_ranges(WISH, solution, members=200), 1)
    print(f"an ensemble of 200 kitchens, two cores {spent:8.1f} ms")


def fires() -> None:
    """Full grate maps on each grill (a target of 50 ms), and what dragged food feels, measured against one map."""
    usual = {key: usual_setup(grill) for key, grill in GRILLS.items()}
    kettle = median_ms(lambda: grate_map(usual["kettle"]))
    for key, setup in usual.items():
        spent = median_ms(lambda setup=setup: grate_map(setup))
        print(f"grate map, {key:27} {spent:8.1f} ms   {spent / kettle:.2f} x the kettle's")
    pieces = [Placed(str(i), -0.15 + 0.06 * i, 0.0, 0.12, 0.12, 0.038, 0.2) for i in range(6)]
    moved(usual["kettle"], pieces)
    spent = median_ms(lambda: moved(usual["kettle"], [replace(p, x_m=p.x_m + random()) for p in pieces[:3]]))
    print(f"three pieces dragged anew              {spent:8.1f} ms   {spent / kettle:.2f} x the map")


def random() -> float:
    return float(np.random.default_rng().uniform(0.0, 0.05))


def first_visit(browser, base: str) -> None:
    """What a browser that was never here fetches to show the Cook place, as it comes over the wire; the copy for offline
    is fetched afterwards and not counted."""
    page = browser.new_context(viewport={"width": 390, "height": 844}, service_workers="block").new_page()
    page.goto(base + "/cook")
    page.get_by_role("region", name="Now").wait_for()
    page.wait_for_timeout(1500)
    sizes: dict[str, float] = page.evaluate(
        """() => {
          const sizes = {};
          const all = [...performance.getEntriesByType('navigation'), ...performance.getEntriesByType('resource')];
          for (const e of all) {
            const path = new URL(e.name).pathname;
            const kind = path.startsWith('/api/') ? 'answers' : (path.match(/\\.(js|css|woff2|svg)$/) ?? [, 'html'])[1];
            sizes[kind] = (sizes[kind] ?? 0) + e.encodedBodySize;
          }
          return sizes;
        }"""
    )
    for kind, size in sorted(sizes.items()):
        print(f"first visit, {kind:8}                   {size / 1024:8.1f} kB")
    made = sum(size for kind, size in sizes.items() if kind != "answers")
    print(f"first visit, all but answers           {made / 1024:8.1f} kB")
    page.context.close()


WATCH = """() => {
  window.felt = {presses: [], shift: 0};
  new PerformanceObserver((seen) => {
    for (const e of seen.getEntries()) if (e.interactionId) window.felt.presses.push([e.interactionId, e.duration]);
  }).observe({type: 'event', durationThreshold: 16});
  new PerformanceObserver((seen) => {
    for (const e of seen.getEntries()) if (!e.hadRecentInput) window.felt.shift += e.value;
  }).observe({type: 'layout-shift', buffered: true});
}"""


def felt(page, presses: int = 40) -> None:
    """Real presses on the slider of a plan of three pieces: from each to the next paint; what moved by itself on the page
    since it was opened; frames while the slider is dragged for two seconds."""
    page.evaluate(WATCH)
    slider = page.locator("span[role=slider][aria-label='Thickness']")
    slider.focus()
    for n in range(presses):
        page.keyboard.press("ArrowRight" if n % 16 < 8 else "ArrowLeft")
        page.wait_for_timeout(120)
    page.wait_for_timeout(1500)
    found = page.evaluate("window.felt")
    longest: dict[int, float] = {}
    for press, took in found["presses"]:
        longest[press] = max(longest.get(press, 0.0), took)
    # a press that was painted within one frame is not told of
    spent = sorted([*longest.values(), *[8.0] * max(0, presses - len(longest))])
    print(f"press to next paint, three pieces      {spent[int(0.95 * (len(spent) - 1))]:8.1f} ms p95 of {len(spent)}")
    print(f"layout shift since it was opened       {found['shift']:8.3f}")
    box = slider.bounding_box()
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.evaluate(
        """() => {
          window.frames_ms = [];
          let last = performance.now();
          const look = (now) => { window.frames_ms.push(now - last); last = now; requestAnimationFrame(look); };
          requestAnimationFrame(look);
        }"""
    )
    page.mouse.move(x, y)
    page.mouse.down()
    for n in range(120):
        page.mouse.move(x + (n % 60 - 30), y)
        page.wait_for_timeout(16)
    page.mouse.up()
    frames = sorted(page.evaluate("window.frames_ms.slice(2)"))
    late = sum(1 for f in frames if f > 25.0) / len(frames)
    print(f"frames while dragging                  {1000.0 / statistics.median(frames):8.1f} a second, {late:.0%} late")


def in_browser() -> None:
    from browsers import add_dish
    from playwright.sync_api import sync_playwright
    from server import Kitchen

    kitchen = Kitchen(Path(tempfile.mkdtemp()))
    kitchen.manage("migrate", "--no-input")
    kitchen.manage("seed_demo")
    kitchen.start_server()
    try:
        with sync_playwright() as playwright:
            browser = playwright.chromium.launch(
                executable_path="/usr/bin/chromium", args=["--no-sandbox", "--disable-gpu"]
            )
            page = browser.new_page(viewport={"width": 1280, "height": 800})
            first_visit(browser, kitchen.base)
            dragging(page, kitchen.base)
            page.goto(kitchen.base + "/plan")
            page.wait_for_selector("figure[data-revision]")
            page.wait_for_timeout(2000)
            told("one piece", sliding(page))
            for cut in ("Filet", "Burger patty, 80/20"):
                add_dish(page, cut)
                page.wait_for_timeout(2500)
            page.get_by_label("Pieces").get_by_role("button", name="Ribeye", exact=True).click()
            page.wait_for_timeout(4000)
            told("three pieces", sliding(page))
            felt(page)
            told("eight dishes", holding(page, kitchen.base))
            browser.close()
    finally:
        kitchen.stop()


def sliding(page) -> list[float]:
    """From a press of the thickness slider to the redrawn line [ms]: 8 steps to new thicknesses, then 24 over them
    again."""
    page.locator("span[role=slider][aria-label='Thickness']").focus()
    spent: list[float] = page.evaluate(
        """async () => {
          const thumb = document.querySelector("span[role=slider][aria-label='Thickness']");
          const spent = [];
          for (let n = 0; n < 32; n++) {
            const before = document.querySelector('figure[data-revision]').dataset.revision;
            const begun = performance.now();
            thumb.dispatchEvent(new KeyboardEvent('keydown', {key: n % 16 < 8 ? 'ArrowRight' : 'ArrowLeft', bubbles: true}));
            await new Promise((done) => { const look = () => document.querySelector('figure[data-revision]')?.dataset.revision !== before ? requestAnimationFrame(done) : requestAnimationFrame(look); look(); });
            spent.push(performance.now() - begun);
            await new Promise((r) => setTimeout(r, 250));
          }
          return spent;
        }"""
    )
    return spent


def holding(page, base: str) -> list[float]:
    """From a press that holds a dish a minute sooner on a table of eight to the redrawn board [ms]: the rule's answer,
    the solver behind it. 32 presses."""
    from browsers import add_dish

    page.goto(base + "/plan")
    page.get_by_role("link", name="For the long table", exact=True).click()
    add_dish(page, "Flatbread")
    page.get_by_label("Add a grill").select_option("flat_top")
    page.get_by_role("button", name="Add a helper").click()
    page.get_by_text("Everything fits").wait_for(timeout=120_000)
    page.wait_for_timeout(9000)
    spent: list[float] = page.evaluate(
        """async () => {
          const peaches = (b) => b.ariaLabel.startsWith('Peach') && b.ariaLabel.includes(' to ');
          const bar = () => [...document.querySelectorAll('button[aria-label]')].find(peaches);
          const spent = [];
          for (let n = 0; n < 32; n++) {
            const before = bar().ariaLabel;
            const key = n % 4 < 2 ? 'ArrowLeft' : 'ArrowRight';
            const begun = performance.now();
            bar().dispatchEvent(new KeyboardEvent('keydown', {key, bubbles: true}));
            const late = begun + 5000;
            const moved = () => bar().ariaLabel !== before || performance.now() > late;
            await new Promise((done) => {
              const look = () => requestAnimationFrame(moved() ? done : look);
              look();
            });
            spent.push(performance.now() - begun);
            await new Promise((r) => setTimeout(r, 250));
          }
          return spent;
        }"""
    )
    return spent


def told(what: str, spent: list[float]) -> None:
    for name, part in (("new", sorted(spent[:8])), ("seen before", sorted(spent[8:]))):
        print(
            f"slider to redraw, {what}, {name:14}{statistics.median(part):8.1f} ms median, "
            f"{part[int(0.95 * (len(part) - 1))]:.1f} ms p95 of {len(part)}"
        )


def dragging(page, base: str) -> None:
    """A piece moved along the grate, from the movement until its new heat is drawn: 40 moves, 150 ms apart."""
    page.goto(base + "/fire")
    page.get_by_role("button", name="Put it on").click()
    page.wait_for_selector("tbody tr")
    page.wait_for_timeout(1500)
    spent = page.evaluate(
        """async () => {
          const figure = document.querySelector('figure[data-revision]');
          const thing = [...document.querySelectorAll('[data-thing]')].pop();
          const spent = [];
          for (let n = 0; n < 40; n++) {
            const before = figure.dataset.revision;
            const begun = performance.now();
            thing.dispatchEvent(new KeyboardEvent('keydown', {key: n % 20 < 10 ? 'ArrowRight' : 'ArrowLeft', bubbles: true}));
            await new Promise((done) => { const look = () => figure.dataset.revision !== before ? requestAnimationFrame(done) : requestAnimationFrame(look); look(); });
            spent.push(performance.now() - begun);
            await new Promise((r) => setTimeout(r, 150));
          }
          return spent;
        }"""
    )
    spent.sort()
    print(
        f"piece moved to its new heat drawn      {statistics.median(spent):8.1f} ms median, "
        f"{spent[int(0.95 * (len(spent) - 1))]:.1f} ms p95 of {len(spent)}"
    )


def experiments() -> None:
    """A sweep of 60 points and what matters most from 512 kitchens, by one process and by two."""
    spec = PieceSpec("ribeye", 0.038, 0.4, 55.0, method="low_then_sear")
    sweep = Sweep(0, (Axis("thickness_m", evenly(0.015, 0.06, 60)),))
    for what, asked in (
        ("a sweep of 60 points", Experiment((Variant("A", spec),), sweep)),
        ("what matters, 512 kitchens", Experiment((Variant("A", spec),), matters=Asked(0, 512))),
    ):
        spent = {}
        for processes in (1, 2):
            with ProcessPoolExecutor(processes, mp_context=get_context("spawn")) as pool:
                list(pool.map(warm_up, range(processes)))
                begun = time.perf_counter()
                for _ in carried_out(asked, pool):
                    pass
                spent[processes] = time.perf_counter() - begun
        print(
            f"{what:38} {spent[1]:8.1f} s by one process, {spent[2]:.1f} s by two   {spent[1] / spent[2]:.2f} x as fast"
        )


def warm_up(_: int) -> float:
    """A process that has planned once has its kernels."""
    return planned(WISH, quick=True).solution.pull_c


if __name__ == "__main__":
    simulations()
    plans()
    fires()
    experiments()
    in_browser()
