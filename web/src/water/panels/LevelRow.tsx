import { Box, Grid } from "@chakra-ui/react";
import { Trash2 } from "lucide-react";
import { Button } from "../../shell/Button";
import { QuantityField } from "../../shell/QuantityField";
import { Moment } from "../Fields";

type Props = {
  when: { label: string; value: string; zone: string; onChange: (at: string) => void };
  height: { label: string; name: string; value: number; onChange: (height_m: number) => void };
  /** What taking it out is called, and whether it may be. */
  out: { label: string; disabled: boolean; onPress: () => void };
  children?: React.ReactNode;
};

/** One height of the level and its moment; between them what else is entered of it. */
export function LevelRow({ when, height, out, children }: Props) {
  return (
    <Grid
      templateColumns={children ? "1fr 1fr auto" : "1fr auto"}
      gap="2"
      alignItems="end"
      borderTopWidth="1px"
      borderColor="rule"
      pt="2"
    >
      <Box gridColumn="1 / -1">
        <Moment label={when.label} value={when.value} zone={when.zone} onChange={(at) => at && when.onChange(at)} />
      </Box>
      {children}
      <QuantityField
        label={height.label}
        name={height.name}
        value={height.value}
        quantity="depth"
        onChange={height.onChange}
      />
      <Button variant="quiet" size="icon" aria-label={out.label} disabled={out.disabled} onClick={out.onPress}>
        <Trash2 />
      </Button>
    </Grid>
  );
}
