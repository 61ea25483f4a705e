"""Families for pole and whip. Figures are editable defaults."""

from __future__ import annotations

from brookwind.core.rig import builds, usual_size
from brookwind.core.rig.family import Family, Layout

POLE = Family(
    id="pole-fixed", number=3, name="pole float, fixed",
    says="Float held by its eye and silicones, fine bristle, lash to the pole above.",
    special="The lightest floats and the finest tips; the lash is short and the pole above the float.",
    mount="pole-fixed", float_type="pole-body-up", size=usual_size.pole, at_depth_m=1.5,
    patterns=("bulk-and-droppers", "bulk", "strung", "lower-third", "tapered", "tapered-opening"),
    species="roach", build=builds.pole,
    layout=Layout(bulk_on_knot=True), tackle=("pole",), waters=("still", "running"), depth_m=(0.3, 9.0),
    distance_m=(2, 14),
    bands=("bed", "near-bed", "mid-water", "upper"), current_m_s=(0.0, 0.5), main_line_m=0.00013,
    hooklength_m=0.15, lash_m=(0.4, 1.2),
)  # fmt: skip
SIGHT = Family(
    id="sight-float", number=4, name="tiny sight-fishing float",
    says="A tiny float a hand or two over the hook on a long lash, cast at a fish that is seen.",
    special="The bait sinks by itself. The pole's shadow matters: keep it off the fish.",
    mount="pole-fixed", float_type="pole-shallow", size=usual_size.sight, at_depth_m=0.5,
    patterns=("bulk", "none"), species="common-carp", build=builds.bare_pole, tackle=("pole", "whip"),
    waters=("still", "running"), depth_m=(0.1, 60.0), distance_m=(2, 12), bands=("surface", "upper"),
    current_m_s=(0.0, 0.2), line_wants="floats", main_line_m=0.00015, hooklength_m=0.1, lash_m=(1.5, 3.0),
    deepest_m=0.3,
)  # fmt: skip
SLAP = Family(
    id="slap-rig", number=5, name="shallow slap rig",
    says="A short strong float a hand to an arm's length over the hook, slapped on the surface again and again.",
    special="A back shot on the lash keeps it tight. The slap imitates feed falling in.",
    mount="pole-fixed", float_type="pole-shallow", size=usual_size.shallow, at_depth_m=1.5, patterns=("bulk", "strung"),
    species="carp-hybrid", build=builds.slapped, layout=Layout(bulk_on_knot=True), tackle=("pole",),
    waters=("still",), depth_m=(0.3, 60.0),
    distance_m=(2, 14), bands=("surface", "upper"), line_wants="floats", main_line_m=0.00015, hooklength_m=0.075,
    lash_m=(0.3, 0.8), deepest_m=0.6, fed="slap",
)  # fmt: skip
POLE_SLIDER = Family(
    id="pole-slider", number=6, name="sliding pole float",
    says="The float runs between a stop above and the bulk; the angler carries the weight on a tight line.",
    special="Loaded beyond the float on purpose: any depth down to the stop is searched by lowering. Some places "
    "forbid an overloaded float. Do not wind it on a flat winder: kinks stop the float.",
    mount="pole-sliding", float_type="pole-slider", size=usual_size.pole_slider, at_depth_m=3.0, patterns=("bulk",),
    species="perch", build=builds.slider, layout=Layout(shot_on="above-leader", overload=1.3, bulk_on_knot=True),
    tackle=("pole", "rod"), waters=("still", "running"), depth_m=(0.8, 12.0), distance_m=(2, 12),
    bands=("bed", "near-bed", "mid-water", "upper"), current_m_s=(0.0, 0.3), main_line_m=0.00016,
    hooklength_m=0.25, lash_m=(0.5, 1.0),
)  # fmt: skip
WHIP = Family(
    id="whip", number=7, name="whip, running strung-out float",
    says="Fixed line on a whip, shot spread over the lower third.",
    special="Presents like a stick float at the fixed length of its line.",
    mount="pole-fixed", float_type="pole-slim", size=usual_size.whip, at_depth_m=1.5,
    patterns=("lower-third", "strung", "bulk-and-droppers", "tapered"),
    species="roach", build=builds.pole, tackle=("whip",),
    waters=("still", "running"), depth_m=(0.3, 6.0), distance_m=(1, 8), bands=("near-bed", "mid-water", "upper"),
    current_m_s=(0.0, 0.4), main_line_m=0.00012, hooklength_m=0.15, lash_m=(0.5, 1.2),
)  # fmt: skip
OLIVETTE = Family(
    id="olivette", number=19, name="olivette and droppers",
    says="A streamlined weight on the line, a seat of small shot under it, two or three droppers.",
    special="Gets down fast in deep or quick steady water, and the last part falls naturally.",
    mount="pole-fixed", float_type="pole-body-down", size=usual_size.olivette, at_depth_m=2.5,
    patterns=("olivette",), species="bream", build=builds.pole,
    layout=Layout(heavy="olivette"), tackle=("pole",), waters=("still", "running"), depth_m=(1.0, 9.0),
    distance_m=(2, 14), bands=("bed", "near-bed"), current_m_s=(0.0, 0.7), main_line_m=0.00014, hooklength_m=0.15,
    lash_m=(0.4, 1.0),
)  # fmt: skip

POLES = (POLE, SIGHT, SLAP, POLE_SLIDER, WHIP, OLIVETTE)
