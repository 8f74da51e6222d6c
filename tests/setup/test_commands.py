"""The README's commands when something is missing: one clear line each, and a second run that has nothing to do."""

import os
import shutil
import socket
import subprocess
import sys
from pathlib import Path

import pytest

ROOT = Path(__file__).resolve().parents[2]
FITTING_NODE = 'case "$1" in --version) echo v24.0.0;; esac; exit 0'
OLD_NODE = 'case "$1" in --version) echo v18.20.4;; *) exit 1;; esac'


class Tree:
    """A bare copy of what setup needs, with stand-ins for the programs that it calls."""

    def __init__(self, folder: Path) -> None:
        self.folder, self.path = folder, folder / "stand-ins"
        for name in ("tools", "requirements"):
            shutil.copytree(ROOT / name, folder / name)
        shutil.copy(ROOT / "pyproject.toml", folder)
        (folder / "frontend/src").mkdir(parents=True)
        (folder / "frontend/public").mkdir()
        (folder / "src/brasko/words/en").mkdir(parents=True)
        for name in ("package-lock.json", "index.html", "vite.config.ts"):
            (folder / "frontend" / name).write_text("{}")
        (folder / ".venv/bin").mkdir(parents=True)
        self.path.mkdir()
        self.program("python3", f'exec "{sys.executable}" "$@"')
        self.program("dpkg", "exit 0")
        self.program("node", FITTING_NODE)
        self.program(
            "npm", 'if [ "$1" = run ]; then mkdir -p dist; echo built > dist/index.html; else mkdir -p node_modules; fi'
        )
        self.program("python", "exit 0", inside=True)
        self.program("pip", "exit 0", inside=True)

    def program(self, name: str, body: str, inside: bool = False) -> None:
        file = (self.folder / ".venv/bin" if inside else self.path) / name
        file.write_text(f"#!/bin/bash\n{body}\n")
        file.chmod(0o755)

    def setup(self, what: str = "app") -> subprocess.CompletedProcess:
        env = {"PATH": f"{self.path}:/usr/bin:/bin", "HOME": str(self.folder)}
        command = ["bash", str(self.folder / "tools/setup.sh"), what]
        return subprocess.run(command, env=env, capture_output=True, text=True, timeout=60)


@pytest.fixture
def tree(tmp_path) -> Tree:
    return Tree(tmp_path)


def stopped(run: subprocess.CompletedProcess) -> str:
    """The one line that says why, after checking that it is the last one and the only one of its kind."""
    assert run.returncode == 1
    reasons = [line for line in run.stderr.splitlines() if line.startswith("Stopped: ")]
    assert len(reasons) == 1
    assert run.stderr.splitlines()[-1] == reasons[0]
    return reasons[0]


def test_a_bare_tree_is_set_up_and_then_left_alone(tree):
    first = tree.setup()
    assert first.returncode == 0, first.stderr
    for what in ("installing Python packages", "installing npm packages", "building the interface"):
        assert what in first.stdout
    second = tree.setup()
    assert (second.returncode, second.stdout, second.stderr) == (0, "", "")


def test_only_what_changed_is_done_again(tree):
    tree.setup()
    (tree.folder / "frontend/index.html").write_text("{changed}")
    assert tree.setup().stdout.strip() == "· building the interface"
    (tree.folder / "requirements/app.txt").write_text("other")
    assert tree.setup().stdout.strip() == "· installing Python packages from requirements/app.txt"


def test_a_changed_sentence_is_built_into_the_interface(tree):
    """The interface carries the catalogue: what was built before would go on saying the old words."""
    tree.setup()
    (tree.folder / "src/brasko/words/en/fire.ftl").write_text("gas-burners-up = Burners up\n")
    assert tree.setup().stdout.strip() == "· building the interface"
    assert tree.setup().stdout.strip() == ""


def test_python_too_old(tree):
    tree.program("python3", 'case "$2" in *version_info*) exit 1;; *) echo 3.9.2;; esac')
    assert stopped(tree.setup()) == "Stopped: Python 3.9.2 is too old; 3.11 or newer is needed."


def test_a_home_that_cannot_be_written_is_done_without(tree):
    """What is fetched is kept here instead; the folder of a stranger would not take it."""
    tree.program("npm", 'touch "$HOME/fetched" || exit 1; mkdir -p node_modules dist; echo built > dist/index.html')
    env = {"PATH": f"{tree.path}:/usr/bin:/bin", "HOME": "/proc/1/no-such-home"}
    run = subprocess.run(["bash", tree.folder / "tools/setup.sh"], env=env, capture_output=True, text=True)
    assert run.returncode == 0, run.stderr
    assert (tree.folder / "var/home/fetched").exists()


def test_pypi_refuses(tree):
    tree.program("pip", "echo 'ERROR: no route' >&2; exit 1", inside=True)
    run = tree.setup()
    assert "PyPI refused or could not be reached. Check the network" in stopped(run)
    assert "ERROR: no route" in run.stderr


def test_npm_refuses(tree):
    tree.program("npm", "echo 'npm error network' >&2; exit 1")
    assert "the npm registry refused or could not be reached" in stopped(tree.setup())


def test_node_too_old_and_no_newer_one_to_be_had(tree):
    tree.setup()
    tree.program("node", OLD_NODE)
    tree.program("pip", "exit 1", inside=True)
    run = tree.setup()
    assert "Node.js v18.20.4: 20.19 or newer is needed" in run.stdout
    assert "Node.js is too old and PyPI refused a newer one. Install Node.js 20.19 or newer." in stopped(run)


def test_node_too_old_is_replaced_from_pypi(tree):
    tree.setup()
    tree.program("node", OLD_NODE)
    fitting = tree.folder / ".venv/bin/node"
    tree.program("python", f"printf '#!/bin/bash\\n{FITTING_NODE}\\n' > '{fitting}'; chmod +x '{fitting}'", inside=True)
    assert tree.setup().returncode == 0


def test_apt_refuses(tree):
    tree.program("dpkg", "exit 1")
    tree.program("apt-get", 'case "$1" in update) exit 0;; *) echo "E: Unable to locate package" >&2; exit 100;; esac')
    tree.program("sudo", 'exec "$@"')
    assert "apt could not install chromium libatomic1" in stopped(tree.setup("test"))


def test_apt_is_missing(tree):
    tree.program("dpkg", "exit 1")
    tree.program("command", "exit 1")
    (tree.path / "bash").symlink_to("/bin/bash")
    for name in (
        "cat",
        "sha256sum",
        "cut",
        "mktemp",
        "rm",
        "mkdir",
        "find",
        "sort",
        "xargs",
        "tail",
        "dirname",
        "id",
        "env",
        "flock",
    ):
        (tree.path / name).symlink_to(shutil.which(name))
    env = {"PATH": str(tree.path), "HOME": str(tree.folder)}
    run = subprocess.run(
        ["/bin/bash", str(tree.folder / "tools/setup.sh"), "test"], env=env, capture_output=True, text=True
    )
    assert "these system packages are missing: chromium libatomic1" in stopped(run)


def test_tests_of_a_tree_that_is_not_set_up_say_what_is_missing(tree):
    run = subprocess.run(["bash", tree.folder / "tools/test.sh"], capture_output=True, text=True)
    assert stopped(run) == "Stopped: .venv/bin/pytest is missing. Run: make test"


def test_a_taken_port_is_told_in_one_line():
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        port = str(taken.getsockname()[1])
        env = {**os.environ, "PATH": f"{Path(sys.executable).parent}:{os.environ['PATH']}"}
        run = subprocess.run(
            ["bash", "tools/serve.sh", "demo", port], cwd=ROOT, env=env, capture_output=True, text=True
        )
    assert stopped(run) == f"Stopped: port {port} is taken. Choose another one: make demo PORT={int(port) + 10}"


@pytest.mark.parametrize("name", ["requirements/app.txt", "requirements/dev.txt", "requirements/node.txt"])
def test_python_locks_pin_every_package_by_hash_and_name_no_host(name):
    text = (ROOT / name).read_text()
    assert "://" not in text
    packages = [line for line in text.splitlines() if line and line[0].isalnum()]
    assert all("==" in line for line in packages)
    assert text.count("--hash=sha256:") >= len(packages)


def test_the_npm_lock_pins_by_digest_and_names_no_host():
    text = (ROOT / "frontend/package-lock.json").read_text()
    assert '"resolved"' not in text
    assert text.count('"integrity"') > 300
