"""Floats for rod and line that stay where they are set. Figures are editable defaults."""

from __future__ import annotations

from brookwind.core.floats.kind import FloatType
from brookwind.core.floats.shapes import bulb, pear, shoulder, slim, tube

STRAIGHT_WAGGLER = FloatType(
    id="straight-waggler", name="straight waggler", says="A plain tube, line through the bottom only.",
    mounts=("bottom-end-fixed",), setting_from="base", shape=tube, stem="plastic", body="quill", tip="quill",
    at_kg=0.0012, stem_length_m=0.008, stem_diameter_m=0.0022, body_length_m=0.15, tip_length_m=0.03,
    tip_diameter_m=None, paint_m=0.03, reserve=0.08, usual_tip_m=0.005, load_at=0.02,
)  # fmt: skip
INSERT_WAGGLER = FloatType(
    id="insert-waggler", name="insert waggler", says="A tube with a thin insert in its top for small bites.",
    mounts=("bottom-end-fixed",), setting_from="base", shape=tube, stem="plastic", body="quill", tip="cane",
    at_kg=0.0012, stem_length_m=0.008, stem_diameter_m=0.0022, body_length_m=0.15, tip_length_m=0.045,
    tip_diameter_m=0.0022, paint_m=0.03, reserve=0.06, usual_tip_m=0.006, load_at=0.02,
)  # fmt: skip
BODIED_WAGGLER = FloatType(
    id="bodied-waggler", name="bodied waggler",
    says="A buoyant body at the foot of a thin stem, line through the bottom only.",
    mounts=("bottom-end-fixed",), setting_from="base", shape=bulb, stem="plastic", body="balsa", tip="reed",
    at_kg=0.003, stem_length_m=0.012, stem_diameter_m=0.003, body_length_m=0.04, tip_length_m=0.17,
    tip_diameter_m=0.0032, paint_m=0.035, tolerance_m=0.003, reserve=0.1, usual_tip_m=0.006, load_at=0.1,
)  # fmt: skip
LOADED_WAGGLER = FloatType(
    id="loaded-waggler", name="loaded waggler", says="Brass in its foot: casts far and stands with little shot.",
    mounts=("bottom-end-fixed",), setting_from="base", shape=bulb, stem="plastic", body="balsa", tip="reed",
    at_kg=0.001, stem_length_m=0.012, stem_diameter_m=0.004, body_length_m=0.045, tip_length_m=0.17,
    tip_diameter_m=0.0034, paint_m=0.035, tolerance_m=0.003, reserve=0.12, usual_tip_m=0.006, built_in_share=0.67,
    load_at=0.1,
)  # fmt: skip
STICK = FloatType(
    id="stick", name="stick float", says="Light top, heavy stem, rubbers at both ends; for steady near water.",
    mounts=("top-and-bottom-fixed",), setting_from="base", shape=shoulder, stem="cane", body="balsa", tip="balsa",
    at_kg=0.0012, stem_length_m=0.075, stem_diameter_m=0.0028, body_length_m=0.06, tip_length_m=0.02,
    tip_diameter_m=0.0042, paint_m=0.02, reserve=0.08, usual_tip_m=0.006, load_at=0.05,
)  # fmt: skip
AVON = FloatType(
    id="avon", name="Avon", says="A body near the top carries a deep bulk through fast or broken water.",
    mounts=("top-and-bottom-fixed",), setting_from="base", shape=slim, stem="cane", body="balsa", tip="hollow-tip",
    at_kg=0.003, stem_length_m=0.1, stem_diameter_m=0.0028, body_length_m=0.04, tip_length_m=0.03,
    tip_diameter_m=0.0045, paint_m=0.03, tolerance_m=0.003, reserve=0.1, usual_tip_m=0.008, load_at=0.05,
)  # fmt: skip
BALSA = FloatType(
    id="balsa", name="balsa", says="Balsa all through, buoyant; carries more shot than a stick of its length.",
    mounts=("top-and-bottom-fixed",), setting_from="base", shape=shoulder, stem="balsa", body="balsa", tip="balsa",
    at_kg=0.003, stem_length_m=0.05, stem_diameter_m=0.005, body_length_m=0.08, tip_length_m=0.025,
    tip_diameter_m=0.0065, paint_m=0.025, tolerance_m=0.003, reserve=0.1, usual_tip_m=0.008, load_at=0.05,
)  # fmt: skip
PEG = FloatType(
    id="peg", name="peg float", says="A short body held on the line by a peg through its middle.",
    mounts=("top-and-bottom-fixed",), setting_from="base", shape=pear, stem="hardwood", body="cork", tip="hardwood",
    at_kg=0.004, stem_length_m=0.02, stem_diameter_m=0.0035, body_length_m=0.035, tip_length_m=0.028,
    tip_diameter_m=0.004, paint_m=0.03, tolerance_m=0.004, reserve=0.12, usual_tip_m=0.012,
)  # fmt: skip
SELF_LOADED = FloatType(
    id="self-loaded", name="self-loaded float", says="Carries its own load; a bare hook or little more hangs below.",
    mounts=("bottom-end-fixed",), setting_from="base", shape=bulb, stem="brass", body="foam", tip="hollow-tip",
    at_kg=0.0005, stem_length_m=0.015, stem_diameter_m=0.003, body_length_m=0.03, tip_length_m=0.08,
    tip_diameter_m=0.005, splashes=False, paint_m=0.03, design_tip_m=0.025, tolerance_m=0.005, usual_tip_m=0.02,
    built_in_share=0.93,
    load_at=0.1,
)  # fmt: skip
FEEDER = FloatType(
    id="feeder-float", name="feeder float", says="Self-loaded, with a frame at its foot that holds feed.",
    mounts=("bottom-end-fixed",), setting_from="base", shape=bulb, stem="plastic", body="foam", tip="hollow-tip",
    at_kg=0.004, stem_length_m=0.045, stem_diameter_m=0.004, body_length_m=0.035, tip_length_m=0.09,
    tip_diameter_m=0.006, splashes=False, paint_m=0.04, design_tip_m=0.03, tolerance_m=0.005, usual_tip_m=0.03,
    built_in_share=0.7,
    load_at=0.02,
    feed_kg=0.012,
)  # fmt: skip
BUBBLE = FloatType(
    id="bubble", name="bubble float", says="A clear ball with a chamber for water: weight to cast, none to sink.",
    mounts=("in-line-fixed", "in-line-sliding"), setting_from="base", shape=bulb, stem="plastic", body="air",
    tip="plastic", at_kg=0.01, body_length_m=0.0, tip_diameter_m=0.0003, paint_m=0.012, design_out=0.12,
    tolerance_m=0.004, usual_tip_m=0.006, shell_kg_m2=1.3, chamber=0.7,
)  # fmt: skip

FIXED_TYPES = (
    STRAIGHT_WAGGLER, INSERT_WAGGLER, BODIED_WAGGLER, LOADED_WAGGLER, STICK, AVON, BALSA, PEG, SELF_LOADED, FEEDER,
    BUBBLE,
)  # fmt: skip
