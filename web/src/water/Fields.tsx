import { Box, Flex, Text } from "@chakra-ui/react";
import { Trash2 } from "lucide-react";
import { Button } from "../shell/Button";
import { QuantityField } from "../shell/QuantityField";
import { LeftField } from "../shell/TextField";
import { fromField, toField } from "../units/clock";

type MomentProps = { label: string; value: string | null; zone: string; onChange: (iso: string | null) => void };

/** A date and time in the time of the water. */
export function Moment({ label, value, zone, onChange }: MomentProps) {
  return (
    <LeftField
      label={label}
      type="datetime-local"
      fontSize="sm"
      value={value ? toField(value, zone) : ""}
      onChange={(at) => onChange(fromField(at, zone))}
    />
  );
}

type OptionalProps = {
  label: string;
  name: string;
  value: number | null;
  usual: number;
  onChange: (value: number | null) => void;
};

/** A depth that may be left out. */
export function OptionalDepth({ label, name, value, usual, onChange }: OptionalProps) {
  if (value === null)
    return (
      <Box>
        <Text className="bw-label">{label}</Text>
        <Button w="100%" onClick={() => onChange(Math.round(usual * 10) / 10)}>
          set
        </Button>
      </Box>
    );
  return (
    <Flex align="end" gap="1">
      <Box flex="1" minW="0">
        <QuantityField label={label} name={name} value={value} quantity="depth" onChange={onChange} />
      </Box>
      <Button variant="quiet" size="icon" aria-label={`No ${label.toLowerCase()}`} onClick={() => onChange(null)}>
        <Trash2 />
      </Button>
    </Flex>
  );
}
