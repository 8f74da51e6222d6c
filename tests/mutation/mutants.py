"""Small changes to source code that a good test suite notices: a comparison turned, a number off by one.

`mutants_of` lists every change that can be made to a file; which of them a run tries is drawn by a seed (`run.py`).
"""

import ast
from collections.abc import Iterator
from dataclasses import asdict, dataclass

COMPARISONS: dict[type[ast.cmpop], str] = {
    ast.Lt: "<=",
    ast.LtE: "<",
    ast.Gt: ">=",
    ast.GtE: ">",
    ast.Eq: "!=",
    ast.NotEq: "==",
    ast.Is: "is not",
    ast.IsNot: "is",
    ast.In: "not in",
    ast.NotIn: "in",
}
ARITHMETIC: dict[type[ast.operator], str] = {
    ast.Add: "-",
    ast.Sub: "+",
    ast.Mult: "/",
    ast.Div: "*",
    ast.FloorDiv: "/",
    ast.Pow: "*",
}


@dataclass(frozen=True)
class Mutant:
    """One change of one expression: `old`, found at a line and column of a file, becomes `new`."""

    file: str
    line: int
    column: int
    old: str
    new: str

    def applied(self, text: str) -> str:
        """The file's text with the change made. Raises ValueError where the text no longer holds `old` there."""
        lines = text.splitlines(keepends=True)
        start = sum(len(line) for line in lines[: self.line - 1]) + self.column
        if not text.startswith(self.old, start):
            raise ValueError(f"{self.file}:{self.line} does not hold {self.old!r}")
        return text[:start] + self.new + text[start + len(self.old) :]

    def as_json(self) -> dict[str, object]:
        return asdict(self)


def mutants_of(file: str, text: str) -> list[Mutant]:
    """Every change to a file, in the order of its lines. Annotations, imports and docstrings are left alone."""
    found = []
    for node in _expressions(ast.parse(text)):
        old = ast.get_source_segment(text, node)
        for new in _changes(node) if old else ():
            line = text.splitlines()[node.lineno - 1]
            column = len(line.encode()[: node.col_offset].decode())
            found.append(Mutant(file, node.lineno, column, old or "", new))
    return sorted(found, key=lambda m: (m.line, m.column, m.new))


def _expressions(tree: ast.AST) -> Iterator[ast.expr]:
    for field, value in ast.iter_fields(tree):
        if field in {"annotation", "returns", "decorator_list"}:
            continue
        for child in value if isinstance(value, list) else [value]:
            if isinstance(child, ast.Expr) and isinstance(child.value, ast.Constant):
                continue
            if isinstance(child, ast.expr):
                yield child
            if isinstance(child, ast.AST) and not isinstance(child, (ast.Import, ast.ImportFrom, ast.JoinedStr)):
                yield from _expressions(child)


def _changes(node: ast.expr) -> Iterator[str]:
    match node:
        case ast.Compare(left, [operator], [right]):
            yield f"({ast.unparse(left)} {COMPARISONS[type(operator)]} {ast.unparse(right)})"
        case ast.BinOp(left, operator, right) if type(operator) in ARITHMETIC:
            yield f"(({ast.unparse(left)}) {ARITHMETIC[type(operator)]} ({ast.unparse(right)}))"
        case ast.BoolOp(operator, values):
            other = " or " if isinstance(operator, ast.And) else " and "
            yield "(" + other.join(f"({ast.unparse(value)})" for value in values) + ")"
        case ast.UnaryOp(ast.Not(), operand):
            yield f"({ast.unparse(operand)})"
        case ast.IfExp(test, body, orelse):
            yield f"(({ast.unparse(orelse)}) if ({ast.unparse(test)}) else ({ast.unparse(body)}))"
        case ast.Constant(bool() as value):
            yield repr(not value)
        case ast.Constant(int() | float() as value):
            yield repr(value + 1)
