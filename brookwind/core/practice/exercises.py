"""All exercises: what they are called, dealt by, and played by."""

from __future__ import annotations

from brookwind.core.errors import NotUnderstood
from brookwind.core.frozen import Frozen
from brookwind.core.practice.choose import ChooseMoves, ChoosePlay, ChooseTask, choose_play, choose_task
from brookwind.core.practice.cock import CockMoves, CockPlay, CockTask, cock_play, cock_task
from brookwind.core.practice.deal import Dealt, ExerciseId, Score
from brookwind.core.practice.depth import DepthMoves, DepthPlay, DepthTask, depth_play, depth_task
from brookwind.core.practice.hold import HoldMoves, HoldPlay, HoldTask, hold_play, hold_task
from brookwind.core.practice.read import ReadMoves, ReadPlay, ReadTask, read_play, read_task
from brookwind.core.practice.tie import TieMoves, TiePlay, TieTask, tie_play, tie_task
from brookwind.core.rig.book import Book
from brookwind.core.rig.document import Rig


class Exercise(Frozen):
    """An exercise, as it is offered."""

    id: ExerciseId
    name: str
    says: str


EXERCISES = (
    Exercise(id="depth", name="Find the depth", says="A hidden bed and a float: as few casts as you can."),
    Exercise(id="cock", name="Cock it", says="Hang shot by feel until the tip is right; guess first, then look."),
    Exercise(id="choose", name="Which float, where the weight", says="Four rigs for a water: the models fish them."),
    Exercise(id="read", name="Read the float", says="Watch it, and say what is wrong down there."),
    Exercise(id="hold", name="Hold back", says="Run a float through with the bait in its band over an uneven bed."),
    Exercise(id="tie", name="Tie it in order", says="Every part on the line in its turn, nothing forgotten."),
)


class Task(Frozen):
    """What is dealt; of one exercise, the others are None."""

    depth: DepthTask | None = None
    cock: CockTask | None = None
    choose: ChooseTask | None = None
    read: ReadTask | None = None
    hold: HoldTask | None = None
    tie: TieTask | None = None


class Moves(Frozen):
    """What was done; of one exercise, the others are None."""

    depth: DepthMoves | None = None
    cock: CockMoves | None = None
    choose: ChooseMoves | None = None
    read: ReadMoves | None = None
    hold: HoldMoves | None = None
    tie: TieMoves | None = None


class Play(Frozen):
    """What came of it; of one exercise, the others are None."""

    depth: DepthPlay | None = None
    cock: CockPlay | None = None
    choose: ChoosePlay | None = None
    read: ReadPlay | None = None
    hold: HoldPlay | None = None
    tie: TiePlay | None = None

    @property
    def score(self) -> Score | None:
        """How well it was played; None until it is over."""
        parts = (self.depth, self.cock, self.choose, self.read, self.hold, self.tie)
        return next((p.score for p in parts if p is not None), None)


def deal(exercise: ExerciseId, dealt: Dealt, rigs: tuple[Rig, ...], book: Book) -> Task:
    """What is dealt.

    exercise: which.
    dealt: its seed and level.
    rigs: rigs to choose from.
    book: the angler's book.
    Raises: OutOfRange when none of the rigs will do.
    """
    match exercise:
        case "depth":
            return Task(depth=depth_task(dealt))
        case "cock":
            return Task(cock=cock_task(dealt))
        case "choose":
            return Task(choose=choose_task(dealt, rigs, book))
        case "read":
            return Task(read=read_task(dealt, rigs))
        case "hold":
            return Task(hold=hold_task(dealt, rigs))
        case "tie":
            return Task(tie=tie_task(dealt, rigs))


def play(exercise: ExerciseId, dealt: Dealt, rigs: tuple[Rig, ...], book: Book, moves: Moves) -> Play:
    """What comes of the moves made so far, and the score once it is over.

    exercise: which.
    dealt: its seed and level.
    rigs: rigs to choose from, the same as it was dealt from.
    book: the angler's book.
    moves: what was done.
    Raises: NotUnderstood for moves of another exercise; OutOfRange for moves that cannot be.
    """
    match exercise, moves:
        case "depth", Moves(depth=DepthMoves() as made):
            return Play(depth=depth_play(dealt, made))
        case "cock", Moves(cock=CockMoves() as made):
            return Play(cock=cock_play(dealt, made))
        case "choose", Moves(choose=ChooseMoves() as made):
            return Play(choose=choose_play(dealt, rigs, book, made))
        case "read", Moves(read=ReadMoves() as made):
            return Play(read=read_play(dealt, rigs, made))
        case "hold", Moves(hold=HoldMoves() as made):
            return Play(hold=hold_play(dealt, rigs, made))
        case "tie", Moves(tie=TieMoves() as made):
            return Play(tie=tie_play(dealt, rigs, made))
    raise NotUnderstood.one("other-moves", "Those are moves of another exercise.", "Send its own.", ("moves",))
