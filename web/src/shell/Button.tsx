import { chakra, defineRecipe } from "@chakra-ui/react";

const recipe = defineRecipe({
  className: "bw-button",
  base: {
    display: "inline-flex",
    alignItems: "center",
    justifyContent: "center",
    gap: "2",
    minH: "10",
    px: "4",
    borderRadius: "l1",
    fontWeight: "semibold",
    cursor: "pointer",
    borderWidth: "1px",
    borderColor: "transparent",
    transition: "background 120ms",
    _disabled: { opacity: 0.5, cursor: "not-allowed" },
    "& svg": { w: "1.15em", h: "1.15em", flexShrink: 0 },
  },
  variants: {
    variant: {
      solid: { bg: "bar", color: "onbar", borderColor: "bar", _hover: { opacity: 0.9 } },
      outline: { bg: "card", color: "ink", borderColor: "edge", _hover: { bg: "well" } },
      quiet: { bg: "transparent", color: "ink", _hover: { bg: "well" } },
      bar: { bg: "transparent", color: "onbar", _hover: { bg: "whiteAlpha.200" } },
    },
    size: {
      sm: { minH: "8", px: "3", fontSize: "sm" },
      md: { fontSize: "sm" },
      icon: { px: "0", w: { base: "9", md: "10" } },
    },
  },
  defaultVariants: { variant: "outline", size: "md" },
});

/** The one button: solid for the main act, outline, quiet, and bar for the header. */
export const Button = chakra("button", recipe, { defaultProps: { type: "button" } });
