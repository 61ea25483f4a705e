// @vitest-environment happy-dom
import { fireEvent, screen } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { show } from "../testing/dom";
import { QuantityField } from "./QuantityField";

const field = (value: number, onChange = vi.fn(), problem?: string) => (
  <QuantityField label="Depth" name="depth" value={value} quantity="depth" onChange={onChange} problem={problem} />
);
const box = () => screen.getByLabelText("Depth") as HTMLInputElement;
const type = (text: string) => fireEvent.change(box(), { target: { value: text } });

test("what is typed counts when it is left, in whatever unit it was written", () => {
  const onChange = vi.fn();
  show(field(1.5, onChange));
  type("180 cm");
  expect(onChange).not.toHaveBeenCalled();
  fireEvent.blur(box());
  expect(onChange).toHaveBeenCalledExactlyOnceWith(1.8);
});

test("going through a field does not round what is known more exactly than it is shown", () => {
  const onChange = vi.fn();
  show(field(1.523456, onChange));
  const shown = box().value;
  type(`${shown} `);
  type(shown);
  fireEvent.blur(box());
  expect(onChange).not.toHaveBeenCalled();
});

test("text that cannot be read stays, with a sentence, over a reload, until Escape gives it up", () => {
  const onChange = vi.fn();
  const first = show(field(1.5, onChange));
  type("knee deep");
  fireEvent.blur(box());
  expect(screen.getByRole("alert").textContent).not.toBe("");
  first.unmount();
  show(field(1.5, onChange));
  expect(box().value).toBe("knee deep");
  expect(box().getAttribute("aria-invalid")).toBe("true");
  fireEvent.keyDown(box(), { key: "Escape" });
  expect(box().value).toBe("1.5 m");
  expect(screen.queryByRole("alert")).toBeNull();
  expect(onChange).not.toHaveBeenCalled();
});

test("a new value from outside is shown, but never over what is being typed", () => {
  const shown = show(field(1.5));
  shown.rerender(field(2));
  expect(box().value).toBe("2 m");
  type("2.4");
  shown.rerender(field(3));
  expect(box().value).toBe("2.4");
});

test("what the server said of a field goes when one begins to mend it", () => {
  show(field(1.5, vi.fn(), "It is too deep."));
  expect(screen.getByRole("alert").textContent).toBe("It is too deep.");
  type("1.4");
  expect(screen.queryByRole("alert")).toBeNull();
});
