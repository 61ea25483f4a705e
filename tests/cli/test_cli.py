"""The command line: tables and JSON out, exit codes that mean something."""

from __future__ import annotations

import json
from importlib.resources import files
from pathlib import Path

import pytest
from typer.testing import CliRunner

from brookwind.cli import app

DEMO = Path(str(files("brookwind.demo")))
RIG = str(DEMO / "rigs" / "rudd-strung.json")
BOX = str(DEMO / "box.json")
run = CliRunner()


def test_evaluate_prints_a_table_or_full_precision() -> None:
    table = run.invoke(app, ["evaluate", RIG])
    assert table.exit_code == 0
    assert "tip 5.0 mm" in table.output
    precise = json.loads(run.invoke(app, ["evaluate", RIG, "--json"]).output)
    assert precise["afloat"]["tip_m"] == pytest.approx(0.005, abs=1e-5)
    assert precise["stop"]["wanted_m"] == pytest.approx(0.717, abs=0.001)


def test_evaluate_reads_standard_input_and_warns_by_exit_code(tmp_path: Path) -> None:
    data = json.loads(Path(RIG).read_text())
    for c in data["components"]:
        if c["kind"] == "shot":
            c["mass_kg"] = 0.002
    refused = run.invoke(app, ["evaluate", "-"], input=json.dumps(data))
    assert refused.exit_code == 5
    assert "pulled under" in refused.output


def test_balance_from_a_box_file() -> None:
    done = run.invoke(app, ["balance", RIG, "--box", BOX, "--pattern", "bulk", "--tip-mm", "8", "--json"])
    assert done.exit_code == 0
    proposal = json.loads(done.output)
    assert proposal["tip_m"] == pytest.approx(0.008, abs=0.0005)
    assert "BB" in run.invoke(app, ["balance", RIG, "--box", BOX]).output


def test_schema_is_published() -> None:
    schema = json.loads(run.invoke(app, ["schema", "rig"]).output)
    assert schema["properties"]["components"]["items"]["discriminator"]["propertyName"] == "kind"


@pytest.mark.parametrize(
    ("text", "code", "says"),
    [
        (None, 3, "cannot be read"),
        ('{"id": "x", ', 3, "breaks at line 1"),
        ("[]", 3, "not a rig document"),
        ('{"schema_version": 7}', 3, "version 7"),
        ("\xff\xfe", 3, "not"),
    ],
)
def test_bad_files_give_a_sentence_and_a_code(text: str | None, code: int, says: str, tmp_path: Path) -> None:
    path = tmp_path / "rig.json"
    if text is not None:
        path.write_bytes(text.encode("latin-1"))
    answer = run.invoke(app, ["evaluate", str(path)])
    assert answer.exit_code == code
    assert says in answer.output


def test_what_cannot_be_balanced_has_its_own_code(tmp_path: Path) -> None:
    empty = tmp_path / "box.json"
    empty.write_text("[]")
    answer = run.invoke(app, ["balance", RIG, "--box", str(empty)])
    assert answer.exit_code == 4
    assert "holds no shot" in answer.output
