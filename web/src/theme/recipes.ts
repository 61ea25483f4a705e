import { defineRecipe, defineSlotRecipe } from "@chakra-ui/react";

// Only the recipes that Brookwind draws with: the library's own set would double the first load.

const input = defineRecipe({
  className: "bw-input",
  base: {
    w: "100%",
    h: "10",
    px: "3",
    bg: "card",
    color: "ink",
    borderWidth: "1px",
    borderColor: "edge",
    borderRadius: "l1",
    _invalid: { borderColor: "float", borderWidth: "2px" },
    _disabled: { opacity: 0.6 },
  },
  variants: { size: { md: {} }, variant: { outline: {} } },
});

const select = defineSlotRecipe({
  className: "bw-select",
  slots: ["root", "field", "indicator"],
  base: {
    root: { position: "relative", w: "100%" },
    field: {
      appearance: "none",
      w: "100%",
      h: "10",
      ps: "3",
      pe: "9",
      bg: "card",
      color: "ink",
      borderWidth: "1px",
      borderColor: "edge",
      borderRadius: "l1",
      textOverflow: "ellipsis",
      "& > option, & > optgroup": { bg: "card", color: "ink" },
    },
    indicator: {
      position: "absolute",
      insetEnd: "2.5",
      top: "50%",
      transform: "translateY(-50%)",
      pointerEvents: "none",
      color: "soft",
      "& svg": { w: "4", h: "4" },
    },
  },
});

const dialog = defineSlotRecipe({
  className: "bw-dialog",
  slots: [
    "trigger",
    "backdrop",
    "positioner",
    "content",
    "title",
    "description",
    "closeTrigger",
    "header",
    "body",
    "footer",
  ],
  base: {
    backdrop: { position: "fixed", inset: 0, bg: "blackAlpha.600", zIndex: 1400 },
    positioner: {
      position: "fixed",
      inset: 0,
      zIndex: 1400,
      display: "flex",
      justifyContent: "center",
      alignItems: { base: "flex-end", md: "center" },
      overflow: "auto",
      p: { base: "0", md: "6" },
    },
    content: {
      bg: "card",
      color: "ink",
      borderRadius: { base: "14px 14px 0 0", md: "l3" },
      borderWidth: "1px",
      borderColor: "rule",
      w: "100%",
      maxW: "560px",
      maxH: "90dvh",
      display: "flex",
      flexDirection: "column",
      outline: "0",
    },
    header: { px: "6", pt: "5", pb: "2", display: "flex", justifyContent: "space-between", alignItems: "center" },
    title: { fontFamily: "heading", fontSize: "xl", fontWeight: "bold" },
    body: { px: "6", pb: "6", overflow: "auto" },
    footer: { px: "6", pb: "5", display: "flex", gap: "3", justifyContent: "flex-end" },
    closeTrigger: {},
  },
});

export const recipes = { input };
export const slotRecipes = { nativeSelect: select, dialog };
