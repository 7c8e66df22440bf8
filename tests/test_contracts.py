"""What the code of the core may not do, held by reading it: outside its own module no kind is named or probed."""

import ast
import re
from collections.abc import Iterator
from pathlib import Path

import pytest

from wenlo.core.modifiers.registry import kinds
from wenlo.launch.environment import ROOT

SOURCE = ROOT / "src" / "wenlo"
CORE = SOURCE / "core"
MODIFIERS = CORE / "modifiers"
EXAMPLES = frozenset({"demo.py"})
"""What makes examples may name the kinds that it shows."""


def modules(*, outside_kinds: bool) -> list[Path]:
    found = [path for path in CORE.rglob("*.py") if "kernels" not in path.parts]
    return [path for path in found if not (outside_kinds and path.parent == MODIFIERS)]


def named(path: Path) -> str:
    return str(path.relative_to(SOURCE))


def calls(tree: ast.AST, name: str) -> Iterator[ast.Call]:
    for node in ast.walk(tree):
        if isinstance(node, ast.Call) and isinstance(node.func, ast.Name) and node.func.id == name:
            yield node


@pytest.mark.parametrize("path", modules(outside_kinds=True), ids=named)
def test_no_design_is_probed_for_what_it_happens_to_have(path):
    tree = ast.parse(path.read_text("utf-8"))
    probes = [
        ast.unparse(call)
        for name in ("hasattr", "getattr")
        for call in calls(tree, name)
        if "design" in ast.unparse(call.args[0])
    ]
    looked_into = [
        ast.unparse(node)
        for node in ast.walk(tree)
        if isinstance(node, ast.Attribute) and node.attr == "model_fields" and "design" in ast.unparse(node.value)
    ]
    assert probes + looked_into == []


@pytest.mark.parametrize("path", modules(outside_kinds=False), ids=named)
def test_a_design_is_typed_wherever_it_goes(path):
    untyped = []
    for node in ast.walk(ast.parse(path.read_text("utf-8"))):
        if not isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
            continue
        for argument in (*node.args.posonlyargs, *node.args.args, *node.args.kwonlyargs):
            annotation = "" if argument.annotation is None else ast.unparse(argument.annotation)
            if argument.arg == "design" and annotation in ("Any", "object", ""):
                untyped.append(f"{node.name}, line {node.lineno}")
    assert untyped == []


def strings(tree: ast.AST) -> Iterator[str]:
    documentation = {
        id(node.body[0].value)
        for node in ast.walk(tree)
        if isinstance(node, ast.Module | ast.ClassDef | ast.FunctionDef)
        and node.body
        and isinstance(node.body[0], ast.Expr)
    }
    for node in ast.walk(tree):
        if isinstance(node, ast.Constant) and isinstance(node.value, str) and id(node) not in documentation:
            yield node.value


# a role that is called like a kind is none of them
ROLES_CALLED_LIKE_KINDS = {
    f"core/proposals/{name}.py": {"negative_fill"} for name in ("roles", "role_boards", "role_stage")
}


@pytest.mark.parametrize(
    "path", [p for p in SOURCE.rglob("*.py") if p.parent != MODIFIERS and p.name not in EXAMPLES], ids=named
)
def test_no_kind_is_named_outside_its_module(path):
    known = set(kinds()) - ROLES_CALLED_LIKE_KINDS.get(named(path), set())
    assert [text for text in strings(ast.parse(path.read_text("utf-8"))) if text in known] == []


PAGES = ROOT / "frontend" / "src"


@pytest.mark.parametrize(
    "path",
    sorted(p for p in PAGES.rglob("*.ts*") if ".test." not in p.name and p.parent.name != "testing"),
    ids=lambda path: str(path.relative_to(PAGES)),
)
def test_no_page_names_a_kind(path):
    quoted = set(re.findall(r"['\"`]([a-z_]+)['\"`]", path.read_text("utf-8")))
    assert quoted & set(kinds()) == set()


@pytest.mark.parametrize("path", sorted(MODIFIERS.glob("*.py")), ids=named)
def test_no_kind_names_another(path):
    others = set(kinds()) - {path.stem}
    assert [text for text in strings(ast.parse(path.read_text("utf-8"))) if text in others] == []


@pytest.mark.parametrize("path", sorted(SOURCE.rglob("*.py")), ids=named)
def test_the_formatter_is_never_switched_off(path):
    text = path.read_text("utf-8")
    assert "fmt:" + " skip" not in text
    assert "fmt:" + " off" not in text


PHYSICS = ("geometry", "photometry", "optics", "transport", "rigging", "calibration")
"""Rooms whose formulas have sources; the kernels of transport have theirs beside their estimators."""

ELEMENTARY = frozenset(
    {"sin", "cos", "tan", "sqrt", "exp", "log", "log2", "log10", "hypot", "pi", "linalg"}
    | {"atan", "atan2", "acos", "asin", "arctan2", "arccos"}
)


def holds_a_formula(function: ast.FunctionDef) -> bool:
    """Three products, quotients or powers, elementary functions counted with them."""
    products = sum(
        isinstance(node, ast.BinOp) and isinstance(node.op, ast.Pow | ast.Mult | ast.Div) for node in ast.walk(function)
    )
    elementary = sum(
        isinstance(node, ast.Attribute)
        and isinstance(node.value, ast.Name)
        and node.value.id in ("math", "np")
        and node.attr in ELEMENTARY
        for node in ast.walk(function)
    )
    return products >= 3 or (elementary >= 1 and products + elementary >= 3)


def public_functions(tree: ast.Module) -> Iterator[ast.FunctionDef]:
    for node in tree.body:
        for function in node.body if isinstance(node, ast.ClassDef) else [node]:
            if isinstance(function, ast.FunctionDef) and not function.name.startswith("_"):
                yield function


def cited(text: str) -> list[str]:
    return re.findall(r"Source: \[(\w+)\]", text)


KEYS = frozenset(re.findall(r"^- \*\*\[(\w+)\]\*\*", (ROOT / "docs" / "bibliography.md").read_text("utf-8"), re.M))


@pytest.mark.parametrize(
    "path", [p for p in modules(outside_kinds=True) if p.relative_to(CORE).parts[0] in PHYSICS], ids=named
)
def test_every_formula_names_its_source(path):
    tree = ast.parse(path.read_text("utf-8"))
    bare = [f.name for f in public_functions(tree) if holds_a_formula(f) and not cited(ast.get_docstring(f) or "")]
    assert bare == []


def section(documentation: str, title: str) -> str:
    found = re.search(rf"^{title}\n-+\n(.*?)(?=^\w+\n-+$|^>>> |\Z)", documentation, re.M | re.S)
    return found[1] if found else ""


def described(function: ast.FunctionDef) -> set[str]:
    """Arguments that the section on parameters describes, several to a line."""
    lines = re.findall(r"^([\w, ]+): \S", section(ast.get_docstring(function) or "", "Parameters"), re.M)
    return {name.strip() for line in lines for name in line.split(",")}


@pytest.mark.parametrize(
    "path", [p for p in modules(outside_kinds=True) if p.relative_to(CORE).parts[0] in PHYSICS], ids=named
)
def test_every_formula_says_what_goes_in_and_what_comes_out(path):
    wrong = []
    for function in public_functions(ast.parse(path.read_text("utf-8"))):
        if not holds_a_formula(function):
            continue
        documentation = ast.get_docstring(function) or ""
        arguments = {a.arg for a in (*function.args.args, *function.args.kwonlyargs)} - {"self", "cls"}
        if described(function) != arguments:
            wrong.append(f"{function.name}: parameters {sorted(arguments ^ described(function))}")
        answer = section(documentation, "Returns")
        if not answer:
            wrong.append(f"{function.name}: no section on what it returns")
        if function.returns is not None and ast.unparse(function.returns) == "float" and "[" not in answer:
            wrong.append(f"{function.name}: a number without its unit")
        raised = {
            ast.unparse(node.exc).split("(")[0]
            for node in ast.walk(function)
            if isinstance(node, ast.Raise) and isinstance(node.exc, ast.Call)
        }
        wrong += [f"{function.name}: raises {name}" for name in raised if name not in section(documentation, "Raises")]
    assert wrong == []


def test_every_source_is_in_the_bibliography():
    found = {key for path in CORE.rglob("*.py") for key in cited(path.read_text("utf-8"))}
    assert len(found) > 20
    assert found <= KEYS


def test_the_bibliography_is_in_order_and_says_each_thing_once():
    keys = re.findall(r"^- \*\*\[(\w+)\]\*\*", (ROOT / "docs" / "bibliography.md").read_text("utf-8"), re.M)
    assert keys == sorted(set(keys), key=str.lower)
