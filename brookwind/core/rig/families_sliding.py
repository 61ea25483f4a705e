"""Families whose float slides up to a stop on rod and line. Figures are editable defaults."""

from __future__ import annotations

from brookwind.core.rig import builds, usual_size
from brookwind.core.rig.family import Family, Layout

BOTTOM_SLIDER = Family(
    id="bottom-slider", number=8, name="slider, bottom end",
    says="Stop, tight bead, a base-loaded float that rests on its stack for the cast; droppers below.",
    special="For water deeper than the rod, at distance. Few large round weights, a small cushion of shot under them.",
    mount="bottom-end-sliding", float_type="bottom-end-slider", size=usual_size.bottom_slider, at_depth_m=5.0,
    patterns=("stack",), species="bream", build=builds.slider, layout=Layout(heavy="stack", shot_on="line"),
    waters=("still",), depth_m=(2.0, 15.0), distance_m=(10, 45), bands=("bed", "near-bed", "mid-water"),
    current_m_s=(0.0, 0.1), line_wants="sinks", main_line_m=0.00018, hooklength_m=0.4,
)  # fmt: skip
IN_LINE_SLIDER = Family(
    id="in-line-slider", number=9, name="in-line slider with running lead",
    says="Stop, bead, float on the line, lead running to a swivel, leader below.",
    special="The lead meets the swivel. The bead must be larger than the float's bore, its hole smaller than the stop.",
    mount="in-line-sliding", float_type="cigar-slider", size=usual_size.in_line, at_depth_m=6.0, patterns=("lead",
    "leader-shot"),
    species="mullet", build=builds.in_line_slider, layout=Layout(heavy="lead", shot_on="leader"),
    waters=("sea", "still"), depth_m=(1.2, 25.0), distance_m=(5, 60),
    bands=("bed", "near-bed", "mid-water", "upper"), current_m_s=(0.0, 0.5), main_line_m=0.00025, hooklength_m=0.8,
)  # fmt: skip
SLIDER_AND_JIG = Family(
    id="slider-and-jig", number=10, name="in-line slider with bullet weight and jig",
    says="As the in-line slider, but the leader ends in a weighted jig.",
    special="The upper weight leads down, the jig swings in last.",
    mount="in-line-sliding", float_type="cigar-slider", size=usual_size.with_jig, at_depth_m=4.0, patterns=("lead",
    "leader-shot"),
    species="crappie", build=builds.in_line_slider, layout=Layout(heavy="lead", shot_on="leader"),
    waters=("still", "running", "sea"), depth_m=(1.0, 12.0), distance_m=(5, 35),
    bands=("near-bed", "mid-water", "upper"), current_m_s=(0.0, 0.6), main_line_m=0.00022, hooklength_m=0.6,
    bait="soft-lure", jig=True,
)  # fmt: skip
PINCHED_SLIDER = Family(
    id="pinched-slider", number=11, name="in-line slider with pinched shot",
    says="Stop, bead, float, swivel, shot pinched above the leader, hook.",
    special="The lightest sliding rig.",
    mount="in-line-sliding", float_type="cigar-slider", size=usual_size.pinched, at_depth_m=3.0, patterns=("bulk",
    "jig"),
    species="walleye", build=builds.slider_to_swivel, layout=Layout(shot_on="above-leader"),
    waters=("still", "running", "sea"), depth_m=(1.0, 10.0), distance_m=(5, 30),
    bands=("bed", "near-bed", "mid-water", "upper"), current_m_s=(0.0, 0.4), main_line_m=0.00022, hooklength_m=0.6,
)  # fmt: skip
RIVER_DRIFT = Family(
    id="river-drift", number=12, name="river drift rig",
    says="A slider over a swivel; the lead hangs there on a weaker link, so that a snag costs only the lead.",
    special="The bait may float and ride above the lead: keep the leader short, or pinch a shot in its middle.",
    mount="in-line-sliding", float_type="torpedo-slider", size=usual_size.drift, at_depth_m=2.0, patterns=("lead",
    "leader-shot"),
    species="steelhead", build=builds.slider_to_swivel, layout=Layout(heavy="linked-lead", shot_on="leader"),
    waters=("running",), depth_m=(0.4, 6.0), distance_m=(4, 30), bands=("near-bed", "mid-water"),
    current_m_s=(0.2, 1.8), line_wants="floats", main_line_m=0.00028, hooklength_m=0.9,
)  # fmt: skip
DRAGGING = Family(
    id="dragging", number=13, name="dragging rig",
    says="A drift rig set over-depth on purpose, its lead touching the bed, two baits in tandem.",
    special="The float's lean downstream is the signal that the depth is right. The larger bait sits nearer the lead.",
    mount="in-line-sliding", float_type="foam-slip", size=usual_size.drift, at_depth_m=2.0, patterns=("lead",
    "leader-shot"),
    species="steelhead", build=builds.dragging,
    layout=Layout(heavy="linked-lead", shot_on="leader", hangs_for_balance=True, drags=True, load_share=0.67),
    waters=("running",),
    depth_m=(0.5, 5.0), distance_m=(4, 30), bands=("bed",), current_m_s=(0.2, 1.5), line_wants="floats",
    main_line_m=0.0003, hooklength_m=1.1, laid="lead", dragging=True, hooks=2,
)  # fmt: skip
BALLOON = Family(
    id="balloon", number=17, name="balloon float",
    says="Stop, bead, a small balloon on a snap swivel, heavy running lead, strong leader, large hook.",
    special="How far it is blown up sets what it carries. Taken off, a bottom rig is left. Bring the balloon home.",
    mount="bottom-end-sliding", float_type="balloon", size=usual_size.balloon, at_depth_m=6.0, patterns=("none",),
    species="pike", build=builds.balloon, layout=Layout(heavy="lead", shot_on="nowhere", fill="air"),
    waters=("still", "sea"), depth_m=(2.0, 40.0), distance_m=(10, 100), bands=("near-bed", "mid-water", "upper"),
    current_m_s=(0.0, 0.5), main_line_m=0.0004, hooklength_m=0.8,
)  # fmt: skip

SLIDING = (BOTTOM_SLIDER, IN_LINE_SLIDER, SLIDER_AND_JIG, PINCHED_SLIDER, RIVER_DRIFT, DRAGGING, BALLOON)
