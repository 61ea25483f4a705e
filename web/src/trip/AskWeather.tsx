import { Box, Text } from "@chakra-ui/react";
import { useState } from "react";
import { api, type Trip } from "../api/client";
import { useSave } from "../document/useSave";
import { Button } from "../shell/Button";
import { Refused } from "../shell/Refused";
import { say } from "../units/quantity";
import { useSettings } from "../units/settings";
import { USUAL_ADDRESS } from "../water/addresses";

/** The wind of the day by the weather station, asked now. */
export function AskWeather({ trip, change }: { trip: Trip; change: (part: Partial<Trip>) => void }) {
  const { units } = useSettings();
  const { said, save } = useSave();
  const [told, setTold] = useState("");
  const ask = () =>
    save(async () => {
      setTold("Asking the station …");
      try {
        const known = (await api.instruments()).find((i) => i.kind === "weather" && i.where);
        await api.connect({ kind: "weather", where: known?.where || USUAL_ADDRESS.weather });
        const { wind_m_s, says } = await api.windOf(trip);
        change({ wind_m_s });
        setTold(say(says.says, says.figures ?? {}, units));
      } catch (error) {
        setTold("");
        throw error;
      }
    });
  return (
    <Box>
      <Button w="100%" onClick={() => void ask()}>
        Wind from the weather station
      </Button>
      {said && <Refused>{said}</Refused>}
      <Text fontSize="sm" color="soft" role="status">
        {told}
      </Text>
    </Box>
  );
}
