import { Box, Text } from "@chakra-ui/react";

type Named = { id: string; name: string };
type Props = {
  title: string;
  all: Named[];
  chosen: string[];
  onChange: (ids: string[]) => void;
  problem?: string;
};

/** Any of a list, folded up; the summary names what is ticked. */
export function Ticks({ title, all, chosen, onChange, problem }: Props) {
  const names = all.filter((a) => chosen.includes(a.id)).map((a) => a.name);
  return (
    <details className="bw-why" open={problem ? true : undefined}>
      <summary>
        {title}: {names.length ? names.join(", ") : "none"}
      </summary>
      <Box columns="2" pt="1">
        {all.map((a) => (
          <label key={a.id} className="bw-check bw-block">
            <input
              type="checkbox"
              checked={chosen.includes(a.id)}
              onChange={(e) =>
                onChange(e.currentTarget.checked ? [...chosen, a.id] : chosen.filter((id) => id !== a.id))
              }
            />{" "}
            {a.name}
          </label>
        ))}
      </Box>
      {problem && (
        <Text role="alert" color="float" fontSize="sm">
          {problem}
        </Text>
      )}
    </details>
  );
}
