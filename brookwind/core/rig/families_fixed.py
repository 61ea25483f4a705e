"""Families with a fixed float on rod and line. Figures are editable defaults."""

from __future__ import annotations

from brookwind.core.rig import builds, usual_size
from brookwind.core.rig.family import Family, Layout

WAGGLER = Family(
    id="waggler", number=1, name="waggler, fixed at the bottom",
    says="Line through the float's bottom, locking shot either side, small shot down the line.",
    special="Most of the load sits at the float: it casts far, and the line behind it can be sunk.",
    mount="bottom-end-fixed", float_type="straight-waggler", size=usual_size.waggler, at_depth_m=1.8,
    patterns=("locked", "strung", "bulk-and-droppers", "bulk", "lower-third", "tapered", "tapered-opening"),
    species="rudd", build=builds.waggler,
    layout=Layout(heavy="lock"), waters=("still", "running", "sea"), depth_m=(0.3, 4.5), distance_m=(5, 40),
    bands=("bed", "near-bed", "mid-water", "upper"), current_m_s=(0.0, 0.6), line_wants="sinks",
    main_line_m=0.00016, hooklength_m=0.3,
)  # fmt: skip
TOP_AND_BOTTOM = Family(
    id="top-and-bottom", number=2, name="stick, Avon or balsa, top and bottom",
    says="Rubbers at tip and base, for running water; it can be held back without leaning.",
    special="Held at both ends it can be checked in the current. Depth is limited by the rod.",
    mount="top-and-bottom-fixed", float_type="avon", light=("stick", 0.002), size=usual_size.stick, at_depth_m=1.5,
    patterns=("bulk-and-droppers", "strung", "bulk", "lower-third", "tapered", "tapered-opening"),
    species="grayling",
    build=builds.top_and_bottom, hold=0.8, waters=("running", "sea"), depth_m=(0.4, 3.8), distance_m=(2, 15),
    bands=("bed", "near-bed", "mid-water"), current_m_s=(0.1, 1.2), line_wants="floats",
    main_line_m=0.00015, hooklength_m=0.15,
)  # fmt: skip
SELF_LOADED = Family(
    id="self-loaded", number=14, name="self-loaded float on stops",
    says="All or nearly all the load in the float, held by two rubbers; a bare hook below.",
    special="The bait sinks by itself. Fished shallow and cast often: the splash attracts.",
    mount="bottom-end-fixed", float_type="self-loaded", size=usual_size.self_loaded, at_depth_m=1.0,
    patterns=("none", "bulk"), species="rudd", build=builds.on_stops,
    layout=Layout(shot_on="line"), waters=("still", "sea"), depth_m=(0.2, 3.0), distance_m=(5, 40),
    bands=("upper", "surface"), line_wants="floats", main_line_m=0.00018, hooklength_m=0.4, deepest_m=1.2,
)  # fmt: skip
FEEDER = Family(
    id="feeder-float", number=15, name="feeder float",
    says="A self-loaded float with a frame that carries feed to the spot.",
    special="Its weight and buoyancy change as the feed breaks away; it must not dive on landing nor lie when empty.",
    mount="bottom-end-fixed", float_type="feeder-float", size=usual_size.feeder, at_depth_m=1.5,
    patterns=("none", "bulk"), species="common-carp", build=builds.on_stops, waters=("still",),
    depth_m=(0.4, 3.5), distance_m=(10, 50), bands=("mid-water", "upper", "surface"), line_wants="floats",
    main_line_m=0.00022, hooklength_m=0.4, deepest_m=1.0,
)  # fmt: skip
BUBBLE = Family(
    id="bubble", number=16, name="bubble float",
    says="A clear ball with water in it to taste, line through the middle, one tiny shot.",
    special="Weight to cast without weight to sink. For natural insects and worms; the line is greased to float.",
    mount="in-line-fixed", float_type="bubble", size=usual_size.bubble, at_depth_m=2.0, patterns=("none",),
    species="char", build=builds.bubble, layout=Layout(shot_on="nowhere", fill="ballast"), waters=("still",),
    depth_m=(0.5, 60.0), distance_m=(10, 60), bands=("upper", "surface", "mid-water"), line_wants="floats",
    main_line_m=0.0002, hooklength_m=0.6, deepest_m=2.0,
)  # fmt: skip
PEG = Family(
    id="peg", number=18, name="peg float",
    says="A short body pinched to the line by a peg through its middle.",
    special="Shallow and simple. Depth is limited by the rod.",
    mount="top-and-bottom-fixed", float_type="peg", size=usual_size.peg, at_depth_m=1.5,
    patterns=("bulk", "bulk-and-droppers", "jig"),
    species="perch", build=builds.peg, waters=("still", "running", "sea"), depth_m=(0.3, 3.0),
    distance_m=(2, 20), bands=("bed", "near-bed", "mid-water", "upper"), current_m_s=(0.0, 0.4),
    main_line_m=0.00022, hooklength_m=0.3,
)  # fmt: skip
LIFT = Family(
    id="lift", number=20, name="lift rig",
    says="A float held at its foot, one larger shot on the bed close to the hook, set a little over-depth.",
    special="The shot is part of the load: a fish that lifts it makes the float rise or fall flat.",
    mount="bottom-end-fixed", float_type="straight-waggler", size=usual_size.lift, at_depth_m=1.6,
    patterns=("lift",), species="tench", build=builds.lift,
    layout=Layout(heavy="lock", draws=True, hangs_for_balance=True), waters=("still",),
    depth_m=(0.4, 3.5), distance_m=(2, 20), bands=("bed",), current_m_s=(0.0, 0.05), line_wants="sinks",
    main_line_m=0.00018, hooklength_m=0.3, laid="weight",
)  # fmt: skip

FIXED = (WAGGLER, TOP_AND_BOTTOM, SELF_LOADED, FEEDER, BUBBLE, PEG, LIFT)
