import { Box, Flex, Text } from "@chakra-ui/react";
import { MapPin } from "lucide-react";
import { memo, useState } from "react";
import type { Look, Picture, Rig } from "../api/client";
import type { Answered } from "../document/useAnswer";
import { Button } from "../shell/Button";
import { useSettings } from "../units/settings";
import { BedMap } from "./BedMap";
import { SectionView } from "./SectionView";
import type { SurveyState } from "./useSurvey";

type Props = {
  answer: Answered<Look, Picture>;
  rig: Rig | null;
  state: SurveyState;
  selected: string | null;
  onSelect: (id: string | null, open?: boolean) => void;
};

/** The water drawn: its section, or its map from above. */
export const WaterStage = memo(function WaterStage({ answer, rig, state, selected, onSelect }: Props) {
  const { units } = useSettings();
  const [map, setMap] = useState(false);
  const { answer: picture, of } = answer;
  return (
    <Box
      position="relative"
      flex="1"
      minH={{ base: "400px", lg: "300px" }}
      borderWidth="1px"
      borderColor="ink"
      borderRadius="l3"
      bg="shallow"
      overflow="hidden"
    >
      {picture && of && map && <BedMap picture={picture} survey={of.survey} units={units} />}
      {picture && of && !map && (
        <SectionView
          picture={picture}
          survey={of.survey}
          rig={rig}
          state={state}
          selected={selected}
          onSelect={onSelect}
          units={units}
          waiting={answer.waiting}
        />
      )}
      {!(picture && of) && (
        <Flex position="absolute" inset="0" align="center" justify="center" p="6" textAlign="center">
          <Text>{answer.refusal?.message ?? "Drawing the water."}</Text>
        </Flex>
      )}
      {picture && (picture.map.length > 0 || map) && (
        <Button position="absolute" bottom="9" left="3" size="sm" aria-pressed={map} onClick={() => setMap((m) => !m)}>
          <MapPin aria-hidden="true" />
          {map ? "Section" : "Map from above"}
        </Button>
      )}
    </Box>
  );
});
