import { Box, Heading, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, keys } from "../api/client";
import { useSave } from "../document/useSave";
import { Failed, Loading } from "../shell/States";

/** Where good anglers disagree: take what is usual, one side, or see both. */
export function SchoolsView() {
  const schools = useQuery({ queryKey: keys.schools, queryFn: api.schools, staleTime: 0 });
  const { said, setSaid, save } = useSave({ old: [keys.schools, keys.answers(), keys.suits()] });
  const [picked, setPicked] = useState<Record<string, string> | null>(null);
  if (schools.isError) return <Failed inside error={schools.error} again={() => void schools.refetch()} />;
  if (!schools.data) return <Loading inside what="the schools" />;
  const { kept, questions } = schools.data;
  const choices = picked ?? kept.fields.choices ?? {};

  const choose = async (question: string, school: string) => {
    const { [question]: _, ...others } = choices;
    const next = school ? { ...others, [question]: school } : others;
    setPicked(next);
    if (await save(() => api.keepSchools(kept.version, next)))
      setSaid("Kept. New rigs, rankings and advice follow it.");
    setPicked(null);
  };

  return (
    <Box bg="card" borderWidth="1px" borderColor="rule" borderRadius="l3" p="5" maxW="860px">
      <Heading as="h1" fontFamily="heading" fontSize="2xl" fontWeight="bold" lineHeight="1.1" mb="2">
        Schools
      </Heading>
      <Text mb="1">
        Good anglers disagree here. Left at usual, the water and the fish decide, and the reason is given. The bench
        ties both sides on your rig and shows what each costs.
      </Text>
      <Text role="status" color="soft" fontSize="sm" minH="5">
        {said}
      </Text>
      <Stack gap="5" mt="2">
        {questions.map((q) => (
          <Box as="fieldset" key={q.id} border="0" p="0" m="0">
            <Text as="legend" fontWeight="bold">
              {q.asks}
            </Text>
            <Box className="bw-options">
              <Option
                name={q.id}
                checked={!choices[q.id]}
                title="usual"
                says="as fish and water have it"
                onPick={() => void choose(q.id, "")}
              />
              {q.schools.map((s) => (
                <Option
                  key={s.id}
                  name={q.id}
                  checked={choices[q.id] === s.id}
                  title={s.name}
                  says={s.says}
                  onPick={() => void choose(q.id, s.id)}
                />
              ))}
              <Option
                name={q.id}
                checked={choices[q.id] === "both"}
                title="show me both"
                says="no side taken"
                onPick={() => void choose(q.id, "both")}
              />
            </Box>
          </Box>
        ))}
      </Stack>
    </Box>
  );
}

type OptionProps = { name: string; checked: boolean; title: string; says: string; onPick: () => void };

function Option({ name, checked, title, says, onPick }: OptionProps) {
  return (
    <label className="bw-option">
      <input type="radio" name={name} checked={checked} onChange={onPick} />
      <span>
        <b>{title}</b> <span className="bw-soft">{says}</span>
      </span>
    </label>
  );
}
