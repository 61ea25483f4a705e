import { createSystem, defaultBaseConfig, defineConfig } from "@chakra-ui/react";
import { recipes, slotRecipes } from "./recipes";
import { breakpoints, colors, fontSizes, fontWeights, sizes, spacing } from "./scales";

/** A colour in the three themes: paper (day), dusk (dark), glare (most contrast, for sun). */
const tri = (paper: string, dusk: string, glare: string) => ({ value: { base: paper, _dusk: dusk, _glare: glare } });

const config = defineConfig({
  preflight: true,
  conditions: { dusk: "[data-theme=dusk] &", glare: "[data-theme=glare] &" },
  globalCss: {
    html: { colorPalette: "gray" },
    body: { bg: "page", color: "ink", fontFamily: "body", fontVariantNumeric: "tabular-nums", lineHeight: "1.4" },
    "a.bw-nav": { color: "onbar", textDecoration: "none" },
    ".bw-label": { display: "block", fontSize: "sm", fontWeight: "600", color: "ink", mb: "1" },
    ".bw-hidden": {
      position: "absolute",
      w: "1px",
      h: "1px",
      overflow: "hidden",
      clipPath: "inset(50%)",
      whiteSpace: "nowrap",
    },
    ".bw-icon": { flexShrink: 0, mt: "0.5" },
    ".bw-handle, .bw-handle:focus-visible": { cursor: "grab", touchAction: "none", outline: "none" },
    ".bw-scene": { display: "block", userSelect: "none" },
    ".bw-bead.here": { outline: "3px solid", outlineColor: "tip", outlineOffset: "2px" },
    ".bw-link": { color: "ink", textDecoration: "underline", fontWeight: "600", py: "2" },
    ".bw-block": { display: "block", mt: "1" },
    ".bw-why": { borderTopWidth: "1px", borderColor: "rule", pt: "3" },
    ".bw-why > summary": { cursor: "pointer", fontWeight: "600", fontSize: "sm", minH: "8" },
    ".bw-table": { w: "100%", fontSize: "sm", borderCollapse: "collapse" },
    ".bw-table th": { textAlign: "end", fontWeight: "600", color: "soft", py: "1" },
    ".bw-table td": { textAlign: "end", py: "0.5", borderTopWidth: "1px", borderColor: "rule" },
    ".bw-table th:first-of-type, .bw-table td:first-of-type": { textAlign: "start" },
    ".bw-sites": { border: "0", p: "0", m: "0" },
    ".bw-site": { bg: "transparent", borderRadius: "6px", cursor: "pointer" },
    ".bw-range": { flex: "1", minW: "0", h: "8", accentColor: "var(--chakra-colors-reed)" },
    // A part marked for the printer is printed alone, black on white.
    "html, body": { _print: { bg: "#fff" } },
    ".bw-nowrap": { whiteSpace: "nowrap" },
    "body:has(.bw-print) *": { _print: { visibility: "hidden" } },
    "body .bw-print, body .bw-print *": { _print: { visibility: "visible", color: "#000", background: "#fff" } },
    "body .bw-print": { _print: { position: "fixed", top: "0", left: "0", w: "100%", maxW: "160mm", p: "8" } },
    "body .bw-noprint, body .bw-noprint *": { _print: { visibility: "hidden" } },
    "*": { _motionReduce: { transition: "none !important" } },
    "*:focus-visible": { outline: "2px solid", outlineColor: "float", outlineOffset: "2px" },
  },
  theme: {
    recipes,
    slotRecipes,
    breakpoints,
    tokens: {
      spacing,
      sizes,
      fontSizes,
      fontWeights,
      colors,
      fonts: {
        body: { value: "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif" },
        heading: { value: "'Bricolage Grotesque Variable', system-ui, sans-serif" },
      },
    },
    semanticTokens: {
      colors: {
        page: tri("#E8EEEB", "#0D1B1E", "#FFFFFF"),
        card: tri("#FAFCFB", "#14292D", "#FFFFFF"),
        well: tri("#EEF3F0", "#1A3338", "#FFFFFF"),
        rule: tri("#C6D2CD", "#2F4A4F", "#000000"),
        edge: tri("#6F8480", "#7E979B", "#000000"),
        ink: tri("#12282C", "#E4EEEA", "#000000"),
        soft: tri("#4A5F60", "#A9BFBD", "#000000"),
        bar: tri("#12282C", "#0A1517", "#000000"),
        onbar: tri("#F2F7F5", "#E4EEEA", "#FFFFFF"),
        onbarsoft: tri("#A9C2C0", "#A9BFBD", "#FFFFFF"),
        reed: tri("#2F6B4F", "#7CC7A2", "#00502F"),
        brass: tri("#7A5D0C", "#E2BE5C", "#5C4300"),
        float: tri("#C03F0A", "#FF8A55", "#B02F00"),
        tip: tri("#D9480F", "#FF7A3D", "#D63A00"),
        chosen: tri("#FDEFE7", "#3A2419", "#FFE9DE"),
        sky: tri("#DDE7E4", "#16292D", "#FFFFFF"),
        shallow: tri("#BFD8CC", "#2B5353", "#E4F1FB"),
        deep: tri("#3F716C", "#0F2A2C", "#BFDDEB"),
        onwater: tri("#0F2528", "#EAF4F1", "#000000"),
        ondeep: tri("#FFFFFF", "#EAF4F1", "#000000"),
        bed: tri("#6A5D49", "#3A3429", "#8A7A5E"),
        bedmark: tri("#8A7C64", "#575043", "#4A3F2C"),
        shot: tri("#23363A", "#0A1214", "#000000"),
        shotrim: tri("#DCE7E3", "#C7D6D3", "#FFFFFF"),
        body: tri("#1E3A3F", "#0C181A", "#1A1A1A"),
      },
      radii: { l1: { value: "8px" }, l2: { value: "10px" }, l3: { value: "14px" }, full: { value: "999px" } },
    },
  },
});

export const system = createSystem(defaultBaseConfig, config);
