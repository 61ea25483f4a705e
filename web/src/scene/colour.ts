/** A colour of the theme for use in a drawing. */
export const colour = (name: string): string => `var(--chakra-colors-${name})`;
