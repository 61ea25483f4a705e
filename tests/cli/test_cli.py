"""The command line: tables and JSON out, exit codes that mean something."""

from __future__ import annotations

import json
import signal
import subprocess
import sys
import urllib.request
from importlib.resources import files
from pathlib import Path

import pytest
from typer.testing import CliRunner

from brookwind.cli import app
from brookwind.cli.app import COMMANDS

DEMO = Path(str(files("brookwind.demo")))
RIG = str(DEMO / "rigs" / "rudd-strung.json")
BOX = str(DEMO / "box.json")
run = CliRunner()


def test_evaluate_prints_a_table_or_full_precision() -> None:
    table = run.invoke(app, ["evaluate", RIG])
    assert table.exit_code == 0
    assert "tip 5 mm" in table.output
    precise = json.loads(run.invoke(app, ["evaluate", RIG, "--json"]).output)
    assert precise["afloat"]["tip_m"] == pytest.approx(0.0051, abs=1e-4)
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


READINGS = "setting_m,seen,value_m\n1.8,high,0.03\n1.84,high,0.075\n,eye,2\n"


def test_plumb_tells_the_depth_and_what_disagrees(tmp_path: Path) -> None:
    file = tmp_path / "readings.csv"
    file.write_text(READINGS)
    told = run.invoke(app, ["plumb", str(file), "--bait-m", "0.5", "--plummet-g", "30"])
    assert told.exit_code == 0
    assert "good enough" in told.output
    precise = json.loads(run.invoke(app, ["plumb", str(file), "--json"]).output)
    assert precise["interval"]["depth_m"] == pytest.approx(2.01, abs=0.02)
    clash = run.invoke(app, ["plumb", "-"], input=f"{READINGS}2.6,gone,\n")
    assert clash.exit_code == 5
    assert "line-2 and line-5: " in clash.output
    assert "cannot both be true" in clash.output
    assert "at least" in run.invoke(app, ["plumb", str(file), "--plummet-g", "1"]).output
    assert run.invoke(app, ["plumb", str(file), "--most-m", "900"]).exit_code == 3


def test_timetable_prints_moves_and_writes_a_calendar(tmp_path: Path) -> None:
    plan = {
        "level": {"kind": "changing", "at": "2026-11-23T06:00:00Z", "level_m": 3.0, "rate_m_h": -0.5},
        "bed_m": 0.0,
        "start": "2026-11-23T06:00:00Z",
        "end": "2026-11-23T08:00:00Z",
        "longest_m": 2.9,
    }
    file, calendar = tmp_path / "plan.json", tmp_path / "moves.ics"
    file.write_text(json.dumps(plan))
    told = run.invoke(app, ["timetable", str(file), "--calendar", str(calendar)])
    assert told.exit_code == 0
    assert told.output.count("slide -20 cm") == 4
    assert "rod and rig allow 2.90 m" in told.output
    assert calendar.read_bytes().startswith(b"BEGIN:VCALENDAR")
    file.write_text(json.dumps({**plan, "end": "2026-11-23T05:00:00Z"}))
    assert "must end after it starts" in run.invoke(app, ["timetable", str(file)]).output


def test_standins_run_until_stopped_and_say_where_they_are() -> None:
    ports = ("--sounder-port", "0", "--web-port", "0", "--scale-port", "0")
    command = [sys.executable, "-m", "brookwind.cli", "standins", *ports]
    with subprocess.Popen(command, stdout=subprocess.PIPE, text=True) as process:
        assert process.stdout is not None
        told = dict(line.split(": ", 1) for line in (process.stdout.readline().strip() for _ in range(3)))
        with urllib.request.urlopen(told["weather"], timeout=5) as answer:
            assert json.load(answer)["wind_from_deg"] == 240
        process.send_signal(signal.SIGINT)
        assert process.wait(5) == 0


def test_float_says_how_it_sits_and_warns_by_exit_code(tmp_path: Path) -> None:
    spec = json.dumps({"type": "stick", "capacity_kg": 0.0012})
    stands = run.invoke(app, ["float", "-", "--load", "3 BB", "--water", "sea:35,12"], input=spec)
    assert stands.exit_code == 0
    assert "Carries 1.2 g" in stands.output
    assert "stands" in stands.output
    assert "1027 kg/m³" in stands.output
    lies = run.invoke(app, ["float", "-", "--load", "0.05 g"], input=spec)
    assert lies.exit_code == 5
    assert "from upright" in lies.output
    precise = json.loads(run.invoke(app, ["float", "-", "--load", "1.8g", "--json"], input=spec).output)
    assert precise["state"]["status"] == "sinks"
    assert precise["float"]["rated_kg"] == pytest.approx(0.0012)
    for arguments, says in (
        (["--load", "3 bananas"], "not understood"),
        (["--water", "beer"], "no water Brookwind knows"),
        (["--water", "sea:90"], "alinity"),
    ):
        bad = run.invoke(app, ["float", "-", *arguments], input=spec)
        assert bad.exit_code == 3
        assert says in bad.output
    bad = run.invoke(app, ["float", "-"], input=json.dumps({"type": "bubble", "capacity_kg": 0.01, "ballast": 1.4}))
    assert bad.exit_code == 3
    assert "140 %" in bad.output


def test_window_of_a_rig_or_a_plan() -> None:
    of_rig = run.invoke(app, ["window", RIG, "--box", BOX])
    assert of_rig.exit_code == 0
    assert "(cast)" in of_rig.output
    assert "tube-tested" in of_rig.output
    plan = {"depth_m": 2, "line_m": 1.9, "species": "crucian-carp", "conditions": {"distance_m": 30}}
    shut = run.invoke(app, ["window", "-", "--box", BOX], input=json.dumps(plan))
    assert shut.exit_code == 5
    assert "No capacity suits everything" in shut.output
    assert "Or: " in shut.output
    bad = run.invoke(app, ["window", "-", "--box", BOX], input=json.dumps({**plan, "depth_m": -1}))
    assert bad.exit_code == 3
    assert "Depth is -1 m" in bad.output


def test_the_list_of_tying_and_what_a_forgotten_part_costs() -> None:
    rig = run.invoke(app, ["family", "in-line-slider", "--depth", "4", "--species", "mullet"]).output
    steps = run.invoke(app, ["thread", "-"], input=rig).output.splitlines()
    assert steps[0].startswith(" 1  Main line")
    assert "cannot be added later" in next(s for s in steps if "Stop bead" in s)
    assert "The setting" in steps[-2]
    cost = run.invoke(app, ["thread", "-", "--forgot", "stop-bead"], input=rig)
    assert cost.output.startswith("Cut at the swivel, slide cushion bead")
    early = run.invoke(app, ["thread", "-", "--forgot", "stop-bead", "--done", "1"], input=rig)
    assert early.output == "The end is still free. Put it on.\n"
    unknown = run.invoke(app, ["thread", "-", "--forgot", "anchor"], input=rig)
    assert unknown.exit_code == 3
    assert "no piece 'anchor'" in unknown.output


def test_every_check_is_asked_and_a_refusal_is_an_exit_code() -> None:
    rig = run.invoke(app, ["family", "waggler", "--depth", "2", "--species", "rudd"]).output
    good = run.invoke(app, ["proof", "-"], input=rig)
    assert good.exit_code == 0
    assert good.output.startswith("Nothing contradicts the water: ")
    assert "mind    hooks: " in run.invoke(app, ["proof", "-", "--cautions"], input=rig).output
    heavy = json.loads(rig)
    for piece in heavy["components"]:
        if piece["kind"] == "shot":
            piece["mass_kg"] = 0.02
    bad = run.invoke(app, ["proof", "-"], input=json.dumps(heavy))
    assert bad.exit_code == 5
    assert "refuse  sinks: The float is pulled under by " in bad.output
    assert json.loads(run.invoke(app, ["proof", "-", "--json"], input=json.dumps(heavy)).output)[0]["id"] == "sinks"


def test_a_card_is_said_and_printed(tmp_path: Path) -> None:
    rig = tmp_path / "rig.json"
    rig.write_text(run.invoke(app, ["family", "pole-fixed", "--depth", "1.5", "--species", "roach"]).output)
    said = run.invoke(app, ["card", str(rig)]).output.splitlines()
    assert "hook" in said[1]
    assert "Fishes after" in said[-1]
    for kind in ([], ["--strip"], ["--label", "--winder", "winder 4"], ["--four", "--inches"]):
        pdf, svg = tmp_path / "out.pdf", tmp_path / "out.svg"
        assert run.invoke(app, ["card", str(rig), "--pdf", str(pdf), "--svg", str(svg), "--over", *kind]).exit_code == 0
        assert pdf.read_bytes().startswith(b"%PDF-")
        assert svg.read_text(encoding="utf-8").startswith("<svg ")
    assert run.invoke(app, ["card", str(tmp_path / "none.json")]).exit_code == 3


def test_families_are_listed_ranked_and_tied() -> None:
    listed = run.invoke(app, ["family", "LIST"]).output.splitlines()
    assert len(listed) == 20
    ranked = run.invoke(app, ["family", "LIST", "--depth", "9", "--species", "bream", "--distance", "25"]).output
    assert "must slide" in ranked
    assert ranked.splitlines()[1].split()[1] == "bottom-slider"
    tied = run.invoke(app, ["family", "waggler", "--depth", "2", "--species", "rudd"])
    assert tied.exit_code == 0
    evaluated = run.invoke(app, ["evaluate", "-"], input=tied.output)
    assert evaluated.exit_code == 0
    assert "stands" in evaluated.output


@pytest.mark.parametrize(
    ("words", "says"),
    [
        (["balloon", "--depth", "1"], "cannot be fished in 1.00 m"),
        (["kite"], "Use one of waggler"),
        (["waggler", "--species", "unicorn"], "There is no fish 'unicorn'"),
        (["waggler", "--depth", "-2"], "at least 0.05"),
        (["LIST", "--depth", "2", "--tackle", "net"], "rod"),
    ],
)
def test_a_family_that_cannot_be_is_refused_on_the_command_line(words: list[str], says: str) -> None:
    refused = run.invoke(app, ["family", *words])
    assert refused.exit_code == 3
    assert says in refused.output


def test_moving_water_on_the_command_line(tmp_path: Path) -> None:
    file, out = str(DEMO / "rigs" / "grayling-avon.json"), tmp_path / "out.csv"
    shape = run.invoke(app, ["shape", file, "--depth", "1.8", "--surface", "0.5", "--hold", "0.7"])
    assert shape.exit_code == 0, shape.output
    assert "off the bed" in shape.output
    assert "0.35 m/s in 0.5 m/s" in shape.output
    stop = run.invoke(app, ["stop", file, "--surface", "0.5", "--hold", "0.7"])
    assert "Set it to" in stop.output
    fall = run.invoke(app, ["fall", file, "--surface", "0.5", "--run", "20", "--csv", str(out)])
    assert "of the run are left" in fall.output
    rows = out.read_text(encoding="utf-8").splitlines()
    assert rows[0] == "time_s,piece,x_m,depth_m,float_x_m,load_n"
    assert len(rows) > 100
    assert run.invoke(app, ["shape", file, "--surface", "9"]).exit_code == 3
    assert "stretched" in run.invoke(app, ["fall", file, "--landing", "thrown"]).output


def test_a_run_and_a_cast_are_told_and_wrong_ones_refused() -> None:
    grayling, bream = (str(DEMO / "rigs" / f"{name}.json") for name in ("grayling-avon", "bream-slider"))
    told = run.invoke(app, ["run", grayling, "--distance", "16", "--hold", "1"])
    assert told.exit_code == 0, told.output
    assert "Mend upstream" in told.output
    assert "an hour" in told.output
    plan = json.loads(run.invoke(app, ["run", grayling, "--json"]).output)
    assert plan["drift"]["end"] == "stretch"
    cast = run.invoke(app, ["cast", bream, "--wind", "-2"])
    assert "Clip at 30 m" in cast.output
    assert run.invoke(app, ["run", grayling, "--to", "-4"]).exit_code == 3
    windy = run.invoke(app, ["cast", bream, "--wind", "60"])
    assert windy.exit_code == 3
    assert "40" in windy.output
    assert run.invoke(app, ["feed", grayling, "gravel"]).exit_code != 0


def test_exercises_are_dealt_and_played_by_themselves() -> None:
    told = run.invoke(app, ["practice", "--seed", "7", "--auto"])
    assert told.exit_code == 0, told.output
    assert told.output.count("%.") >= 6
    assert told.output == run.invoke(app, ["practice", "--seed", "7", "--auto"]).output
    one = json.loads(run.invoke(app, ["practice", "--only", "depth", "--json"]).output)
    assert one["depth"]["most_m"] == 3.0
    assert run.invoke(app, ["practice", "--seed", "-3"]).exit_code == 3
    assert run.invoke(app, ["practice", "--only", "golf"]).exit_code == 3


def test_figures_are_in_the_persons_units() -> None:
    inches = run.invoke(app, ["--units", "imperial", "evaluate", RIG])
    assert "6 ft 3 in" in inches.output
    assert " cm" not in inches.output
    assert " g" not in inches.output
    wrong = run.invoke(app, ["--units", "furlongs", "evaluate", RIG])
    assert wrong.exit_code == 3
    assert "Choose metric, imperial, mixed." in wrong.output


@pytest.mark.parametrize("name", COMMANDS)
def test_each_command_is_found_and_helps(name: str) -> None:
    assert COMMANDS[name][1][:20] in run.invoke(app, ["--help"]).output
    helped = run.invoke(app, [name, "--help"])
    assert helped.exit_code == 0
    assert COMMANDS[name][1][:20] in helped.output
