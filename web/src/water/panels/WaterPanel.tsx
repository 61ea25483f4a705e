import { Heading } from "@chakra-ui/react";
import type { BoxItem, Catalogue, Look, Picture, Rig } from "../../api/client";
import { PANELS, type PanelId } from "../beads";
import type { SurveyState } from "../useSurvey";
import { CurrentPanel } from "./CurrentPanel";
import { DepthsPanel } from "./DepthsPanel";
import { DevicesPanel } from "./DevicesPanel";
import { LevelPanel } from "./LevelPanel";
import { LightPanel } from "./LightPanel";
import { MarksPanel } from "./MarksPanel";
import { PlumbPanel } from "./PlumbPanel";
import { RulesPanel } from "./RulesPanel";

export type PanelProps = {
  state: SurveyState;
  picture: Picture | null;
  rig: Rig | null;
  catalogue: Catalogue;
  box: BoxItem[];
  /** The moment shown, and this moment. */
  at: number;
  now: number;
  selected: string | null;
  onSelect: (id: string | null) => void;
  question: Look;
};

const PANEL: Record<PanelId, (props: PanelProps) => React.ReactNode> = {
  plumb: PlumbPanel,
  depths: DepthsPanel,
  level: LevelPanel,
  current: CurrentPanel,
  light: LightPanel,
  marks: MarksPanel,
  rules: RulesPanel,
  devices: DevicesPanel,
};

/** One instrument at a time: that of the present bead. */
export function WaterPanel({ panel, ...props }: PanelProps & { panel: PanelId }) {
  const Panel = PANEL[panel];
  return (
    <>
      <Heading as="h1" fontFamily="heading" fontSize="2xl" fontWeight="bold" lineHeight="1.1" mb="4">
        {PANELS[panel]}
      </Heading>
      <Panel {...props} />
    </>
  );
}
