"""The one room of edits: whatever is done to a rig, what comes of it is a rig that reads back equal, or a sentence."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from brookwind.core.box.stock import ShotStock, Stock, stock_of
from brookwind.core.edits.add_shot import AddShot
from brookwind.core.edits.change import Change, apply
from brookwind.core.edits.change_bait import ChangeBait
from brookwind.core.edits.change_bead import ChangeBead
from brookwind.core.edits.change_end import ChangeEnd
from brookwind.core.edits.change_family import ChangeFamily
from brookwind.core.edits.change_hook import ChangeHook
from brookwind.core.edits.change_leader import ChangeLeader
from brookwind.core.edits.change_line import ChangeLine
from brookwind.core.edits.change_main import ChangeMain
from brookwind.core.edits.change_metal import ChangeMetal
from brookwind.core.edits.change_species import ChangeSpecies
from brookwind.core.edits.change_stop import ChangeStop
from brookwind.core.edits.fix import Fix
from brookwind.core.edits.lower_weights import LowerWeights
from brookwind.core.edits.means import Means
from brookwind.core.edits.move import Move
from brookwind.core.edits.mute import Mute
from brookwind.core.edits.remove import Remove
from brookwind.core.edits.replace import Replace
from brookwind.core.edits.resize import Resize
from brookwind.core.edits.set_aim import SetAim
from brookwind.core.edits.set_conditions import SetConditions
from brookwind.core.edits.set_lash import SetLash
from brookwind.core.edits.set_stop import SetStop
from brookwind.core.edits.several import Bunch, Copy, MoveSeveral, Spread
from brookwind.core.edits.swap import Swap
from brookwind.core.edits.tie import Tie
from brookwind.core.errors import BrookwindError, OutOfRange, Problem
from brookwind.core.proof.checks import CHECKS
from brookwind.core.rig.baits import BAIT_KINDS
from brookwind.core.rig.components import Shot
from brookwind.core.rig.document import Rig, Water, read_rig
from brookwind.core.rig.families import FAMILIES, new_rig
from brookwind.core.rig.species import SPECIES
from brookwind.demo.load import demo_box, demo_rigs

BOX: Stock = stock_of(demo_box(), {})
SHOT = [s.item for s in BOX.shot]
RIGS = demo_rigs()
TIED = [
    *RIGS,
    *(
        new_rig(f.id, Water(depth_m=min(max(f.at_depth_m, f.depth_m[0]), f.depth_m[1])), f.id, f.name[:80])
        for f in FAMILIES
    ),
]
"""The demo's rigs, and one of each family without its weights."""
TYPED = (
    "5 x No 8 at 12 cm", "2 BB + No 4, 30 cm", "bare line", "two stops", "bead 5 mm", "pegged bead 8 mm at 5 cm",
    "rubber at 40 cm", "12 g bullet", "8 g lead on a weak link at the swivel", "three-way swivel", "hook 12 on 0.14",
    "second hook 10 at 9 cm", "leader 55 cm of 0.16", "wire trace 40 cm", "top shot 6 m of 0.28", "main braid 0.13",
    "float 4x16", "float 12 g", "bait worm", "lash 30 cm", "elastic No 8", "no 10 at 4 m; BB on the knot",
)  # fmt: skip


@st.composite
def changes(draw: st.DrawFn, rig: Rig) -> Change:
    """Any change the bench can ask for, sensible or not."""
    piece = draw(st.sampled_from([c.id for c in rig.components]))
    some = tuple(draw(st.lists(st.sampled_from([c.id for c in rig.components]), min_size=1, max_size=3)))
    item = draw(st.sampled_from(SHOT))
    choices: list[st.SearchStrategy[Any]] = [
        st.builds(SetStop),
        st.builds(AddShot, item=st.just(item), above=st.sampled_from([None, piece])),
        st.builds(Resize, piece=st.just(piece), step=st.sampled_from([1, -1])),
        st.builds(Swap, piece=st.just(piece), item=st.just(item)),
        st.builds(Remove, pieces=st.just((piece,))),
        st.builds(Move, piece=st.just(piece), position_m=st.floats(0.0, 8.0)),
        st.builds(Fix, pieces=st.just((piece,)), fixed=st.booleans()),
        st.builds(ChangeFamily, family=st.sampled_from([f.id for f in FAMILIES])),
        st.builds(ChangeSpecies, species=st.sampled_from([s.id for s in SPECIES])),
        st.builds(ChangeBait, bait=st.sampled_from([b.id for b in BAIT_KINDS])),
        st.builds(ChangeHook, size=st.integers(-4, 24)),
        st.builds(ChangeLine, role=st.sampled_from(["main", "hooklength"]), diameter_m=st.floats(6e-5, 4e-4)),
        st.builds(ChangeMain, main=st.sampled_from(["nylon", "braid", "braid-and-top-shot"])),
        st.builds(ChangeLeader, length_m=st.floats(0.05, 3.0)),
        st.builds(ChangeStop, material=st.sampled_from(["thread", "rubber"]), count=st.sampled_from([1, 2])),
        st.builds(ChangeBead, on_line=st.booleans()),
        st.builds(ChangeEnd, jig=st.booleans()),
        st.builds(ChangeMetal, material=st.sampled_from(["lead", "tin", "tungsten"])),
        st.builds(SetAim, tip_m=st.floats(0.001, 0.03), bait_m=st.floats(-0.5, 2.0)),
        st.builds(SetConditions, conditions=st.fixed_dictionaries({"current_m_s": st.floats(0.0, 1.0)})),
        st.builds(SetLash, lash_m=st.floats(0.1, 3.0)),
        st.builds(Tie, text=st.sampled_from(TYPED)),
        st.builds(Replace, pieces=st.just((piece,)), text=st.sampled_from(TYPED)),
        st.builds(LowerWeights),
        *(st.builds(kind, pieces=st.just(some), position_m=st.floats(0.0, 4.0)) for kind in (MoveSeveral, Copy)),
        st.builds(Bunch, pieces=st.just(some)),
        st.builds(Spread, pieces=st.just((*some, piece)), ratio=st.floats(0.5, 2.0)),
        st.builds(Mute, check=st.sampled_from([c.id for c in CHECKS]), reason=st.sampled_from([None, "as I like it"])),
    ]
    change: Change = draw(st.one_of(choices))
    return change


@given(st.data())
def test_what_comes_of_edits_reads_back_equal_or_is_refused_in_words(data: st.DataObject) -> None:
    rig = data.draw(st.sampled_from(TIED), label="rig")
    unsaid: list[Problem] = []
    for _ in range(4):
        change = data.draw(changes(rig), label="change")
        try:
            after = apply(rig, change, Means(BOX))
        except BrookwindError as refused:
            unsaid += [p for p in refused.problems if not p.sentence().endswith((".", "?"))]
            continue
        assert read_rig(after.model_dump(mode="json")) == after
        assert after.id == rig.id
        assert after.name == rig.name
        rig = after
    assert unsaid == []


def _weighed() -> Stock:
    """The box with every shot weighed: each size has its own scatter."""
    return Stock(shot=tuple(s.model_copy(update={"scatter": 0.01 + 0.001 * i}) for i, s in enumerate(BOX.shot)))


def test_shot_that_was_weighed_keeps_its_scatter_when_added_swapped_and_resized() -> None:
    box = _weighed()
    scatter = {s.item: s.scatter for s in box.shot}
    rig = next(r for r in RIGS if r.id == "rudd-strung")
    item = next(s.item for s in box.shot if s.material == "lead" and s.count > 3)
    added = apply(rig, AddShot(item=item), Means(box))
    fresh = next(c for c in added.components if isinstance(c, Shot) and c.id not in {p.id for p in rig.components})
    assert fresh.scatter == scatter[item]
    resized = apply(added, Resize(piece=fresh.id, step=-1), Means(box))
    smaller = next(c for c in resized.components if c.id == fresh.id)
    assert isinstance(smaller, Shot)
    assert smaller.mass_kg < fresh.mass_kg
    assert smaller.scatter == scatter[smaller.item or ""]
    other: ShotStock = next(s for s in box.shot if s.item not in {item, smaller.item} and s.count > 3)
    swapped = next(
        c for c in apply(resized, Swap(piece=fresh.id, item=other.item), Means(box)).components if c.id == fresh.id
    )
    assert isinstance(swapped, Shot)
    assert swapped.scatter == scatter[other.item]


def test_a_stop_beyond_what_can_be_fished_is_refused_in_words() -> None:
    rig = next(r for r in RIGS if r.id == "rudd-strung")
    deep = rig.model_copy(update={"water": rig.water.model_copy(update={"depth_m": 60.0})})
    laid = apply(deep, SetAim(bait_from="bed", bait_m=-2.0))
    with pytest.raises(OutOfRange) as refused:
        apply(laid, SetStop())
    assert refused.value.problems[0].code == "setting-too-long"
    assert "60.00 m" in refused.value.problems[0].sentence()


def test_a_muted_check_is_kept_with_its_reason_and_taken_back() -> None:
    rig = RIGS[0]
    check = CHECKS[0].id
    muted = apply(rig, Mute(check=check, reason="as I like it"))
    assert read_rig(muted.model_dump(mode="json")).muted == muted.muted
    assert [(m.check, m.reason) for m in muted.muted] == [(check, "as I like it")]
    assert apply(muted, Mute(check=check, reason=None)) == rig
