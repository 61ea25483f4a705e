"""The commands, each loaded only when it is used, and the one place where a refusal becomes a sentence.

Exit codes: 0 done; 1 a fault of ours; 2 the command was written wrongly; 3 what was given cannot be read or is out of
range; 4 nothing fits what was asked; 5 the rig cannot be fished as it is.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from contextlib import contextmanager
from importlib import import_module
from typing import Annotated, Any

import typer
from typer.core import TyperGroup
from typer.main import get_command_from_info
from typer.models import CommandInfo

from brookwind import start

COMMANDS: Mapping[str, tuple[str, str]] = {
    "evaluate": ("rig", "Bring a rig to rest in the water it is tied for, and show what every part does."),
    "balance": ("rig", "Choose and place the weights for the wanted tip, and set the stop."),
    "family": ("family", "List the rig families, ranked when a depth is given; or tie a rig of one, as JSON."),
    "tie": ("tie", "Print the rig with the typed parts tied on, one after another."),
    "thread": ("tying", "Show what goes on next, from rod to hook, or what a forgotten part costs."),
    "proof": ("proof", "Run every check on a rig, and show what is wrong with its remedy."),
    "read": ("read", "Show what may be wrong from what the float does, likeliest first."),
    "card": ("tying", "Print a rig's card, its label, or the life-size strip to pinch shot over."),
    "shape": ("motion", "Show where the bait is in moving water, how the line hangs and what the float shows."),
    "stop": ("motion", "Show where the stop goes for the wanted height of the bait, and what that depends on."),
    "fall": ("motion", "Let the rig sink, and show when it fishes."),
    "line": ("run", "Show what the line between rod and float does to the float, and what another would do."),
    "feed": ("run", "Show where to throw feed so that it meets the bait, and how much a day takes."),
    "cast": ("run", "Show how far the rig is cast, where to aim and clip, and how far to draw it back."),
    "run": ("run", "Plan one run: cast, feed, where the bait is down, mends, what fishes, and the clock."),
    "float": ("floats", "Show what a float carries, and how it sits under a load."),
    "window": ("floats", "Show which capacity suits a plan, and which floats of the box do."),
    "plumb": ("water", "Work out the depth from plumbing casts, the casts that disagree, and the next setting."),
    "timetable": ("water", "Show when to move the stop while the level changes."),
    "practice": ("practice", "Deal exercises from a seed, and play them."),
    "schema": ("rig", "Print the JSON Schema of a document."),
    "backup": ("store", "Copy the database while it is used, and check the copy."),
    "restore": ("store", "Put a copy in the place of the database; the present one is copied first."),
    "doctor": ("store", "Show what is wrong with a database and what can be read from it. Changes nothing in it."),
    "standins": ("serve", "Run the made-up instruments: sounder, scale, gauge, weather."),
    "serve": ("serve", "Serve the application from the kept database."),
    "demo": ("serve", "Serve the application with the demo scenario, in a database of its own."),
}
"""Each command: the module of this package that has `NAME_command`, and its line of help."""

LOADED_LATER = {"serve", "demo"}
"""These load what answers by themselves, after the first page."""


class Commands(TyperGroup):
    """The group that loads a command when it is asked for, and turns every refusal into sentences."""

    def list_commands(self, ctx: Any) -> list[str]:
        """The names in the order of the help.

        ctx: the call.
        """
        return list(COMMANDS)

    def get_command(self, ctx: Any, cmd_name: str) -> Any:
        """The command, loaded now.

        ctx: the call.
        cmd_name: its name.
        """
        if cmd_name not in COMMANDS:
            return None
        module, says = COMMANDS[cmd_name]
        function = getattr(import_module(f"brookwind.cli.{module}"), f"{cmd_name}_command")
        info = CommandInfo(name=cmd_name, callback=function, help=says)
        return get_command_from_info(info, pretty_exceptions_short=True, rich_markup_mode=None)

    def format_commands(self, ctx: Any, formatter: Any) -> None:
        """List the commands from the table, so that help loads none of them.

        ctx: the call.
        formatter: what is written to.
        """
        with formatter.section("Commands"):
            formatter.write_dl([(name, says) for name, (_, says) in COMMANDS.items()])

    def invoke(self, ctx: Any) -> Any:
        """Run the command; a refusal is written to standard error and ends it with its exit code.

        ctx: the call.
        """
        with _refused_in_sentences():
            return super().invoke(ctx)


@contextmanager
def _refused_in_sentences() -> Iterator[None]:
    try:
        yield
    except (ValueError, OSError) as error:
        # Loaded here: help and a command that succeeds need neither.
        from pydantic import ValidationError

        from brookwind.cli.common import fail
        from brookwind.core.errors import BrookwindError, NotUnderstood
        from brookwind.core.rig.refusals import from_validation

        match error:
            case BrookwindError():
                fail(error)
            case ValidationError():
                fail(from_validation(error))
            case OSError():
                says = f"{error.filename or 'The file'} cannot be used: {error.strerror or error}."
                fail(NotUnderstood.one("file", says, "Choose another."))
            case _:
                raise


app = typer.Typer(cls=Commands, no_args_is_help=True, add_completion=False, rich_markup_mode=None)


@app.callback()
def begin(
    context: typer.Context,
    units: Annotated[
        str, typer.Option(envvar="BROOKWIND_UNITS", help="metric, imperial or mixed (feet and grams).")
    ] = "metric",
) -> None:
    from brookwind.cli.common import take_units

    take_units(units)
    if context.invoked_subcommand not in LOADED_LATER:
        start.loaded()
