import { Box } from "@chakra-ui/react";
import { type ReactNode, useId } from "react";

type Named = { id: string; "aria-invalid": true | undefined; "aria-describedby": string | undefined };

type Props = {
  label: ReactNode;
  /** What is wrong with what was entered. */
  wrong?: string;
  /** What is worth knowing, while nothing is wrong. */
  hint?: string;
  flex?: string;
  /** The field, which takes its name and its state. */
  children: (named: Named) => ReactNode;
};

/** A field with its label above, and below it what is wrong or worth knowing, tied together for a screen reader. */
export function Labelled({ label, wrong, hint, flex, children }: Props) {
  const id = useId();
  const says = wrong || hint;
  return (
    <Box flex={flex} minW="0">
      <label htmlFor={id} className="bw-label">
        {label}
      </label>
      {children({ id, "aria-invalid": wrong ? true : undefined, "aria-describedby": says ? `${id}-say` : undefined })}
      {says && (
        <Box id={`${id}-say`} role={wrong ? "alert" : undefined} fontSize="sm" mt="1" color={wrong ? "float" : "soft"}>
          {says}
        </Box>
      )}
    </Box>
  );
}
