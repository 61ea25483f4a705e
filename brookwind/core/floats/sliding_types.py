"""Floats that run on the line up to a stop. Figures are editable defaults."""

from __future__ import annotations

from brookwind.core.floats.kind import FloatType
from brookwind.core.floats.shapes import bulb, cigar, torpedo, tube

BOTTOM_END_SLIDER = FloatType(
    id="bottom-end-slider", name="slider, bottom end",
    says="Base-loaded with a thick body; rests on its stack for the cast, runs up to a stop.",
    mounts=("bottom-end-sliding",), setting_from="base", shape=bulb, stem="plastic", body="balsa", tip="hollow-tip",
    at_kg=0.008, stem_length_m=0.015, stem_diameter_m=0.005, body_length_m=0.06, tip_length_m=0.2,
    tip_diameter_m=0.006, paint_m=0.05, tolerance_m=0.005, reserve=0.15, usual_tip_m=0.012, built_in_share=0.3,
    load_at=0.08,
    bore_m=0.0008,
)  # fmt: skip
CIGAR_SLIDER = FloatType(
    id="cigar-slider", name="in-line slider, cigar", says="Line through the middle; runs up to a stop above it.",
    mounts=("in-line-sliding",), setting_from="top", shape=cigar, stem="polypropylene", body="balsa",
    tip="polypropylene", at_kg=0.015, stem_length_m=0.015, stem_diameter_m=0.005, body_length_m=0.07,
    tip_length_m=0.012, tip_diameter_m=0.005, paint_m=0.04, tolerance_m=0.01, reserve=0.35,
    bore_m=0.0012,
)  # fmt: skip
TORPEDO_SLIDER = FloatType(
    id="torpedo-slider", name="in-line slider, torpedo",
    says="Blunt above, drawn out below: rides swell and is slow to go under.",
    mounts=("in-line-sliding",), setting_from="top", shape=torpedo, stem="polypropylene", body="hollow-plastic",
    tip="polypropylene", at_kg=0.02, stem_length_m=0.015, stem_diameter_m=0.006, body_length_m=0.08,
    tip_length_m=0.012, tip_diameter_m=0.006, paint_m=0.045, tolerance_m=0.01, reserve=0.4,
    bore_m=0.0012,
)  # fmt: skip
FOAM_SLIP = FloatType(
    id="foam-slip", name="foam slip float", says="A plain foam body on the line; cheap, bright, seen from far.",
    mounts=("in-line-sliding",), setting_from="top", shape=tube, stem="plastic", body="foam", tip="plastic",
    at_kg=0.02, stem_length_m=0.012, stem_diameter_m=0.006, body_length_m=0.06, tip_length_m=0.012,
    tip_diameter_m=0.006, paint_m=0.035, tolerance_m=0.01, reserve=0.45, bore_m=0.0012,
)  # fmt: skip
BALLOON = FloatType(
    id="balloon", name="balloon", says="A small balloon on a snap swivel; how far it is blown up sets what it carries.",
    mounts=("bottom-end-sliding",), setting_from="base", shape=bulb, stem="plastic", body="air", tip="plastic",
    at_kg=0.15, body_length_m=0.0, tip_diameter_m=0.0003, paint_m=1.0, design_out=0.5, tolerance_m=0.02,
    usual_tip_m=0.05,
    shell_kg_m2=0.03, widest_m=0.4, bore_m=0.0025, blown_up=True, litter=True,
)  # fmt: skip

SLIDING_TYPES = (BOTTOM_END_SLIDER, CIGAR_SLIDER, TORPEDO_SLIDER, FOAM_SLIP, BALLOON)
