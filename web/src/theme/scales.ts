const rem = (quarter: number) => ({ value: `${quarter / 4}rem` });

const STEPS = [0, 0.5, 1, 1.5, 2, 2.5, 3, 3.5, 4, 5, 6, 7, 8, 9, 10, 11, 12, 14, 16, 20, 24, 32];

export const spacing = Object.fromEntries(STEPS.map((s) => [String(s), rem(s)]));
export const sizes = { ...spacing, full: { value: "100%" } };
export const fontSizes = {
  xs: { value: "0.78rem" },
  sm: { value: "0.875rem" },
  md: { value: "1rem" },
  lg: { value: "1.125rem" },
  xl: { value: "1.35rem" },
  "2xl": { value: "1.7rem" },
  "4xl": { value: "2.6rem" },
};
export const fontWeights = { normal: { value: "400" }, semibold: { value: "600" }, bold: { value: "700" } };
export const colors = {
  blackAlpha: { 600: { value: "rgba(8,18,20,0.6)" } },
  whiteAlpha: { 200: { value: "rgba(255,255,255,0.12)" } },
};
export const breakpoints = { sm: "480px", md: "760px", lg: "1080px", xl: "1400px" };
