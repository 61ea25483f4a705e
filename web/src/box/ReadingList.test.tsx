// @vitest-environment happy-dom
import { fireEvent, screen } from "@testing-library/react";
import { useState } from "react";
import { expect, test } from "vitest";
import { show } from "../testing/dom";
import { ReadingList } from "./ReadingList";

const AT = ["2026-11-23T08:00:00Z", "2026-11-23T08:01:00Z", "2026-11-23T08:02:00Z"];

function Falls() {
  const [readings, setReadings] = useState(AT.map((at, i) => ({ at, time_s: i + 1 })));
  return <ReadingList what="fall" readings={readings} says={(r) => `in ${r.time_s} s`} onChange={setReadings} />;
}

test("the reading that is struck out goes, and no other", () => {
  show(<Falls />);
  fireEvent.click(screen.getByRole("button", { name: "Strike out fall 2" }));
  const left = screen.getAllByRole("listitem").map((li) => li.textContent);
  expect(left).toHaveLength(2);
  expect(left[0]).toContain("in 1 s");
  expect(left[1]).toContain("in 3 s");
});
