"""Floats for pole and whip. Figures are editable defaults."""

from __future__ import annotations

from brookwind.core.floats.kind import FloatType
from brookwind.core.floats.shapes import bulb, drop, pear, slim

BODY_UP = FloatType(
    id="pole-body-up", name="pole float, body up",
    says="Shoulders near the surface, long stem below, fine bristle above.",
    mounts=("pole-fixed",), setting_from="eye", shape=pear, stem="glass", body="balsa", tip="plastic",
    at_kg=0.0004, stem_length_m=0.045, stem_diameter_m=0.0009, body_length_m=0.022, tip_length_m=0.035,
    tip_diameter_m=0.0013, paint_m=0.035, tolerance_m=0.001, reserve=0.04, usual_tip_m=0.006,
)  # fmt: skip
BODY_DOWN = FloatType(
    id="pole-body-down", name="pole float, body down",
    says="Widest low down: steady when held, slower to be pulled under.",
    mounts=("pole-fixed",), setting_from="eye", shape=drop, stem="wire", body="balsa", tip="plastic",
    at_kg=0.0005, stem_length_m=0.05, stem_diameter_m=0.0007, body_length_m=0.024, tip_length_m=0.035,
    tip_diameter_m=0.0014, paint_m=0.035, tolerance_m=0.001, reserve=0.04, usual_tip_m=0.007,
)  # fmt: skip
SLIM = FloatType(
    id="pole-slim", name="pole float, slim", says="A long thin body that follows the lightest pull.",
    mounts=("pole-fixed",), setting_from="eye", shape=slim, stem="glass", body="balsa", tip="plastic",
    at_kg=0.0004, stem_length_m=0.05, stem_diameter_m=0.0008, body_length_m=0.05, tip_length_m=0.04,
    tip_diameter_m=0.0012, paint_m=0.04, tolerance_m=0.001, reserve=0.03, usual_tip_m=0.006,
)  # fmt: skip
SHALLOW = FloatType(
    id="pole-shallow", name="pole float, short and strong",
    says="Short, thick bristle, made to be slapped down all day in shallow water.",
    mounts=("pole-fixed",), setting_from="eye", shape=bulb, stem="carbon", body="foam", tip="hollow-tip",
    at_kg=0.0002, stem_length_m=0.02, stem_diameter_m=0.001, body_length_m=0.014, tip_length_m=0.02,
    tip_diameter_m=0.0022, paint_m=0.02, tolerance_m=0.002, reserve=0.25, usual_tip_m=0.006,
)  # fmt: skip
POLE_SLIDER = FloatType(
    id="pole-slider", name="pole float, sliding",
    says="Line through the body; runs between a stop and the bulk below.",
    mounts=("pole-sliding",), setting_from="top", shape=pear, stem="carbon", body="balsa", tip="hollow-tip",
    at_kg=0.002, stem_length_m=0.05, stem_diameter_m=0.0018, body_length_m=0.03, tip_length_m=0.03,
    tip_diameter_m=0.0025, paint_m=0.03, tolerance_m=0.002, reserve=0.2, usual_tip_m=0.008,
    bore_m=0.0006,
)  # fmt: skip

POLE_TYPES = (BODY_UP, BODY_DOWN, SLIM, SHALLOW, POLE_SLIDER)
