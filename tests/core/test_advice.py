"""Which families suit, schools and what follows from them, two schools side by side."""

from __future__ import annotations

from itertools import product

import pytest

from brookwind.core.advice.compare import APPLIES, compare_schools, folds
from brookwind.core.advice.purpose import Purpose, band_of, purpose_of
from brookwind.core.advice.schools import BOTH, QUESTION, QUESTIONS, answered, habits_for
from brookwind.core.advice.suits import which_suits
from brookwind.core.answers.evaluate import evaluate
from brookwind.core.balance.ready import SHOP, ready_rig
from brookwind.core.errors import NotUnderstood
from brookwind.core.rig.components import Stop
from brookwind.core.rig.document import Conditions, Water, of_kind
from brookwind.core.rig.families import FAMILIES, Start, new_rig
from brookwind.core.rig.fish import Lie
from brookwind.core.rig.habits import Habits
from brookwind.core.rig.species import SPECIES
from brookwind.core.rules.place_rules import PlaceRules
from brookwind.core.situation import Situation
from brookwind.demo.load import demo_rigs

FIRST = {
    "rudd": ("waggler", Water(depth_m=1.9, temperature_c=16), Conditions()),
    "tench": ("lift", Water(depth_m=1.2, temperature_c=17), Conditions(distance_m=8)),
    "grayling": ("top-and-bottom", Water(depth_m=1.45, temperature_c=9), Conditions(current_m_s=0.5, distance_m=8)),
    "bream": ("bottom-slider", Water(depth_m=9, temperature_c=12), Conditions(distance_m=25)),
    "mullet": ("in-line-slider", Water(depth_m=4.2, temperature_c=13, salinity=34), Conditions()),
    "zander": ("in-line-slider", Water(depth_m=2.6, temperature_c=11), Conditions()),
    "char": ("bubble", Water(depth_m=7, temperature_c=8), Conditions(distance_m=25)),
    "steelhead": ("river-drift", Water(depth_m=2, temperature_c=7), Conditions(current_m_s=0.8)),
    "roach": ("pole-fixed", Water(depth_m=1.2), Conditions(tackle="pole", rod_m=11, distance_m=8)),
}


@pytest.mark.parametrize("fish", FIRST)
def test_what_practitioners_tie_comes_first(fish: str) -> None:
    first, water, conditions = FIRST[fish]
    suits = which_suits(Purpose(water=water, species=fish, conditions=conditions))
    assert suits.ranked[0].family == first
    assert len(suits.ranked) == len(FAMILIES)
    for suit in suits.ranked:
        assert suit.reasons
        assert suit.score == pytest.approx(sum(r.weight for r in suit.reasons), abs=0.01)
        assert suit.possible != any(r.impossible for r in suit.reasons)
        assert all(r.says.format(**r.figures).endswith(".") for r in suit.reasons)
        assert all(r.school is None or r.school in QUESTION for r in suit.reasons)
    possible = [s.possible for s in suits.ranked]
    assert possible == sorted(possible, reverse=True), "the impossible come last"


def test_a_family_called_possible_can_be_tied() -> None:
    for depth, fish in product((0.5, 1.5, 4.0, 12.0), ("rudd", "bream", "pike", "mullet")):
        purpose = Purpose(water=Water(depth_m=depth), species=fish)
        for suit in which_suits(purpose).ranked:
            if suit.possible:
                rig = new_rig(
                    suit.family, purpose.water, "r", "Trial", Start(species=fish, conditions=purpose.conditions)
                )
                assert "family-depth" not in {f.id for f in evaluate(rig).findings}


def test_the_board_and_the_schools_move_the_ranking_and_say_so() -> None:
    water, pole = Water(depth_m=3.0), Conditions(tackle="pole", rod_m=11, distance_m=8)
    free = Purpose(water=water, species="perch", conditions=pole)
    ruled = free.model_copy(update={"rules": PlaceRules(water_id="w", no_overloading=True)})
    held = next(s for s in which_suits(ruled).ranked if s.family == "pole-slider")
    assert held.possible
    assert any("loaded as its label says" in r.says for r in held.reasons)
    score = {
        school: next(s.score for s in which_suits(p).ranked if s.family == "slider-and-jig")
        for school in ("jig", "plain")
        if (p := Purpose(water=Water(depth_m=3), species="bream", schools={"terminal": school}))
    }
    assert score["jig"] > score["plain"]
    overloaded = free.model_copy(update={"schools": {"tip": "overloaded"}})
    reasons = next(s.reasons for s in which_suits(overloaded).ranked if s.family == "pole-slider")
    assert any(r.school == "tip" for r in reasons)


@pytest.mark.parametrize(
    ("lie", "depth", "band"),
    [("bed 0", 2, "bed"), ("bed 0.3", 2, "near-bed"), ("surface 0.3", 2, "surface"), ("surface 1.0", 6, "upper"),
     ("surface 3.0", 6, "mid-water"), ("bed 0.05", 0.2, "bed")],
)  # fmt: skip
def test_bands_of_the_water(lie: str, depth: float, band: str) -> None:
    where, metres = lie.split()
    assert band_of(Lie(bait_from=where, bait_m=float(metres)), depth) == band  # type: ignore[arg-type]


USUAL = [
    ("weights", Water(depth_m=0.5), "rudd", Conditions(), "bulk"),
    ("weights", Water(depth_m=1.9, temperature_c=16), "rudd", Conditions(), "strung"),
    ("weights", Water(depth_m=4), "bream", Conditions(), "bulk-and-droppers"),
    ("weights", Water(depth_m=1.2), "grayling", Conditions(current_m_s=0.5), "bulk-and-droppers"),
    ("tip", Water(depth_m=2), "rudd", Conditions(wind_m_s=6), "extra"),
    ("line-above", Water(depth_m=2), "rudd", Conditions(wind_m_s=6), "sinks"),
    ("line-above", Water(depth_m=2), "chub", Conditions(current_m_s=0.5), "floats"),
    ("first-depth", Water(depth_m=2), "bream", Conditions(), "bed-first"),
    ("strike", Water(depth_m=2), "pike", Conditions(), "tighten"),
]


@pytest.mark.parametrize(("question", "water", "fish", "conditions", "school"), USUAL)
def test_default_between_schools_is_the_stated_one(
    question: str, water: Water, fish: str, conditions: Conditions, school: str
) -> None:
    said = {a.question: a for a in answered(Purpose(water=water, species=fish, conditions=conditions))}
    assert said[question].school == school
    assert said[question].why.startswith("usual here")


def test_a_choice_holds_everywhere_and_both_shows_the_default() -> None:
    purpose = Purpose(water=Water(depth_m=6), species="bream", schools={"stop": "two", "leader": BOTH})
    said = {a.question: a for a in answered(purpose)}
    assert (said["stop"].school, said["stop"].chosen, said["stop"].why) == ("two", True, "your choice")
    assert (said["leader"].both, said["leader"].chosen) == (True, False)
    habits = habits_for(purpose)
    assert habits.stop == "two"
    rig = new_rig("in-line-slider", purpose.water, "r", "Trial", Start(habits=habits))
    assert len(of_kind(rig, Stop)) == 2
    with pytest.raises(NotUnderstood, match="Choose one of thread, rubber, two, both"):
        answered(purpose.model_copy(update={"schools": {"stop": "glue"}}))
    with pytest.raises(NotUnderstood, match="Questions are"):
        answered(purpose.model_copy(update={"schools": {"hat": "straw"}}))


@pytest.mark.parametrize("question", [q.id for q in QUESTIONS if any(s.habits for s in q.schools)])
def test_schools_that_bring_habits_tie_rigs_that_differ(question: str) -> None:
    tied = []
    for school in QUESTION[question].schools:
        habits = Habits.model_validate(dict(school.habits))
        rigs = [
            new_rig(f.id, Water(depth_m=min(3.0, f.depth_m[1])), "r", "Trial", Start(habits=habits)) for f in FAMILIES
        ]
        if school.habits:
            tied.append(tuple(r.model_dump_json() for r in rigs))
    assert len(set(tied)) == len(tied)


def test_how_a_fish_is_struck_is_one_of_the_schools() -> None:
    for fish in SPECIES:
        assert fish.strike in {s.id for s in QUESTION["strike"].schools}


@pytest.mark.parametrize("rig", demo_rigs(), ids=lambda r: r.id)
@pytest.mark.parametrize("question", [q.id for q in QUESTIONS])
def test_schools_side_by_side_on_a_real_rig(question: str, rig: object) -> None:
    comparison = compare_schools(rig, question, SHOP)  # type: ignore[arg-type]
    assert sum(side.holds for side in comparison.sides) == 1
    for side in comparison.sides:
        if side.rig is not None:
            assert side.figures is not None
            assert side.figures.setting_m == side.rig.setting_m
            assert side.figures.pieces > 0
        else:
            # Either nothing tied differs, or a sentence says why this rig cannot be tied so.
            assert (question in APPLIES) == (side.problem is not None)


def test_what_the_figures_of_a_comparison_mean() -> None:
    rig = ready_rig("waggler", Water(depth_m=2.5), "r", "Trial", Start(species="rudd")).rig
    sides = {s.school: s.figures for s in compare_schools(rig, "weights", SHOP, purpose_of(rig)).sides}
    assert sides["strung"].pieces > sides["bulk"].pieces  # type: ignore[union-attr]
    assert sides["bulk"].fall_s < sides["strung"].fall_s, "a bulk gets down faster"  # type: ignore[union-attr]
    leaders = {s.school: s.figures for s in compare_schools(rig, "leader", SHOP).sides}
    assert leaders["long"].leader_m > leaders["short"].leader_m  # type: ignore[union-attr]


def test_a_gap_that_widens_towards_the_hook_can_fold_back() -> None:
    rig = ready_rig("waggler", Water(depth_m=2.5), "r", "Trial", Start(species="rudd")).rig
    shot = [c for c in rig.components if c.kind == "shot" and c.role != "lock"]

    def at(positions: list[float]) -> int:
        places = dict(zip((s.id for s in shot), positions, strict=False))
        moved = [
            c.model_copy(update={"position_m": places[c.id]}) if c.id in places else c
            for c in rig.components
            if c.id in places or c not in shot
        ]
        return folds(Situation(rig.replace_components(tuple(moved))))

    top = rig.setting_m
    assert at([top * 0.45, top * 0.2]) < at([top * 0.9, top * 0.8])
