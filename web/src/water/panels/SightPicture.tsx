import { colour } from "../../scene/colour";
import type { Sight } from "./sights";

/** A small drawing of what a float does over its plummet. */
export function SightPicture({ sight }: { sight: Sight }) {
  const y = { gone: 40, under: 20, "as-wanted": -2, high: -12, flat: 0, "no-bead": -4 }[sight];
  return (
    <svg viewBox="0 0 60 44" width="60" height="44" aria-hidden="true">
      <rect width="60" height="44" rx="6" fill={colour("sky")} />
      <rect y="18" width="60" height="26" fill={colour("shallow")} />
      {sight === "gone" ? (
        <path
          d="M20 21 a10 4 0 0 0 20 0 M25 24 a5 2 0 0 0 10 0"
          fill="none"
          stroke={colour("onwater")}
          strokeWidth="1.6"
        />
      ) : (
        <g
          transform={sight === "flat" ? "translate(30 18) rotate(86)" : `translate(30 ${18 + y})`}
          opacity={sight === "under" ? 0.65 : 1}
        >
          <path
            d="M0 -2 c4 6 4 12 0 20 c-4 -8 -4 -14 0 -20"
            fill={colour("body")}
            stroke={colour("card")}
            strokeWidth="0.8"
          />
          <rect
            x="-1.6"
            y="-12"
            width="3.2"
            height="11"
            fill={colour("tip")}
            stroke={colour("card")}
            strokeWidth="0.5"
          />
        </g>
      )}
      {sight === "no-bead" && (
        <g>
          <circle cx="30" cy="6" r="3" fill={colour("tip")} />
          <path d="M36 4 h12 m-4 -3 l4 3 l-4 3" stroke={colour("onwater")} fill="none" strokeWidth="1.4" />
        </g>
      )}
    </svg>
  );
}
