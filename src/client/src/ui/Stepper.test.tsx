// @vitest-environment jsdom
import { act, cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { SavedStepper } from "./Stepper";

const save = vi.fn(async (_: number) => undefined as unknown);
const field = () => screen.getByRole<HTMLInputElement>("textbox", { name: "Transfers" });
const rest = () => act(() => vi.advanceTimersByTimeAsync(1000));

function shown(value: number, least = 0) {
  return <SavedStepper label="Transfers" value={value} least={least} most={90} save={save} />;
}

beforeEach(() => {
  vi.useFakeTimers();
  save.mockReset();
  save.mockResolvedValue(undefined);
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

test("three quick touches are one write of three", async () => {
  render(shown(0));
  for (let i = 0; i < 3; i++) fireEvent.click(screen.getByRole("button", { name: "Transfers: more" }));
  expect(field().value).toBe("3");
  expect(save).not.toHaveBeenCalled();
  await rest();
  expect(save.mock.calls).toEqual([[3]]);
});

test("a number typed digit by digit is kept whole, and below the least it is held when the field is left", async () => {
  render(shown(10, 10));
  fireEvent.change(field(), { target: { value: "7" } });
  expect(field().value).toBe("7");
  fireEvent.change(field(), { target: { value: "75" } });
  await rest();
  expect(save.mock.calls).toEqual([[75]]);
  fireEvent.change(field(), { target: { value: "4" } });
  fireEvent.blur(field());
  await rest();
  expect(save.mock.lastCall).toEqual([10]);
});

test("what was not yet kept goes when the view is left", () => {
  const page = render(shown(0));
  fireEvent.click(screen.getByRole("button", { name: "Transfers: more" }));
  page.unmount();
  expect(save.mock.calls).toEqual([[1]]);
});

test("what is refused stays as it was typed", async () => {
  save.mockRejectedValue(new Error("not now"));
  render(shown(0));
  fireEvent.change(field(), { target: { value: "8" } });
  await rest();
  expect(field().value).toBe("8");
});
