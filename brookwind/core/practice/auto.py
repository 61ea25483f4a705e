"""An automatic player: plays every exercise to its end, as well as the models know how."""

from __future__ import annotations

from itertools import accumulate

from brookwind.core.practice.choose import ChooseMoves, choose_play, choose_task
from brookwind.core.practice.cock import CockMoves, Hang, best_hang
from brookwind.core.practice.deal import Dealt, ExerciseId
from brookwind.core.practice.depth import MOST_CASTS, DepthMoves, depth_auto, known_m
from brookwind.core.practice.exercises import Moves, Play, play
from brookwind.core.practice.hold import TURNS_S, HeldAt, HoldMoves, hold_task
from brookwind.core.practice.read import ReadMoves, read_play, read_task
from brookwind.core.practice.tie import TieMoves, order_of, tied
from brookwind.core.rig.book import Book
from brookwind.core.rig.document import Rig

MENDS_S = tuple(TURNS_S * k for k in range(1, 20))
"""It mends whenever its line has come straight. [s]"""


def auto(exercise: ExerciseId, dealt: Dealt, rigs: tuple[Rig, ...], book: Book) -> tuple[Moves, Play]:
    """The moves of the automatic player, and what came of them. It knows no more than a player may.

    exercise: which.
    dealt: its seed and level.
    rigs: rigs to choose from.
    book: the angler's book.
    Raises: as `deal`.
    """
    moves = _moves(exercise, dealt, rigs, book)
    return moves, play(exercise, dealt, rigs, book, moves)


def _moves(exercise: ExerciseId, dealt: Dealt, rigs: tuple[Rig, ...], book: Book) -> Moves:
    match exercise:
        case "depth":
            settings = tuple(look.setting_m for look in depth_auto(dealt))[:MOST_CASTS]
            return Moves(depth=DepthMoves(settings_m=settings, guess_m=known_m(dealt)))
        case "cock":
            sizes = best_hang(dealt)
            looks = tuple(Hang(sizes=some) for some in list(accumulate((s,) for s in sizes))[-2:])
            return Moves(cock=CockMoves(looks=looks, done=True))
        case "choose":
            return Moves(choose=_choice(dealt, rigs, book))
        case "read":
            task = read_task(dealt, rigs)
            judged = read_play(dealt, rigs, ReadMoves(answer=task.options[0].id)).chances
            return Moves(read=ReadMoves(answer=judged[0].id))
        case "hold":
            hold = hold_task(dealt, rigs)
            middle = 0.5 * (hold.low_m + hold.high_m)
            best = min((h for h in hold.hangs if h.hold >= 0.7), key=lambda h: abs(h.height_m - middle))
            return Moves(hold=HoldMoves(held=(HeldAt(time_s=0.0, hold=best.hold),), mends_s=MENDS_S, done=True))
        case "tie":
            return Moves(tie=TieMoves(put=tuple(order_of(tied(dealt, rigs)))))


def _choice(dealt: Dealt, rigs: tuple[Rig, ...], book: Book) -> ChooseMoves:
    task = choose_task(dealt, rigs, book)
    fished = choose_play(dealt, rigs, book, ChooseMoves(choice=task.rigs[0].id)).fished
    return ChooseMoves(choice=min(fished, key=lambda f: f.cost).id)
