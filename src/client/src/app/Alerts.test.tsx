// @vitest-environment jsdom
import { QueryClientProvider } from "@tanstack/react-query";
import { cleanup, render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { api } from "../api/client";
import { alertsQuery, queryClient } from "../api/queries";
import { setDevice } from "../ui/settings";
import { Alerts } from "./Alerts";

const alert = (key: string, text: string) => ({ key, text, mayNow: "You may touch it", kind: "coats", isLoss: false });
let rows = [alert("a", "Bell Sergeants are dry"), alert("b", "Captain Orla is dry")];
const heard = vi.fn(async (_: string, options: { params: { path: { key: string } } }) => {
  rows = rows.filter((r) => r.key !== options.params.path.key);
  return {};
});

beforeEach(() => {
  setDevice({ alarms: false });
  vi.spyOn(api, "GET").mockImplementation((async () => ({ data: rows })) as never);
  vi.spyOn(api, "POST").mockImplementation(heard as never);
});
afterEach(() => {
  cleanup();
  queryClient.clear();
});

test("one alert stands at a time with the count of the others, and is gone when it was heard", async () => {
  render(
    <QueryClientProvider client={queryClient}>
      <Alerts />
    </QueryClientProvider>,
  );
  expect(await screen.findByText("Bell Sergeants are dry.")).toBeTruthy();
  expect(screen.getByText("and 1 more")).toBeTruthy();
  expect(screen.queryByText("Captain Orla is dry.")).toBeNull();
  await userEvent.click(screen.getByRole("button", { name: /Heard/ }));
  expect(await screen.findByText("Captain Orla is dry.")).toBeTruthy();
  expect(screen.queryByText(/more/)).toBeNull();
});

test("an alert whose cause is gone goes without being heard", async () => {
  rows = [alert("c", "The mix stiffens")];
  const shown = render(
    <QueryClientProvider client={queryClient}>
      <Alerts />
    </QueryClientProvider>,
  );
  expect(await screen.findByText("The mix stiffens.")).toBeTruthy();
  rows = [];
  await queryClient.invalidateQueries({ queryKey: alertsQuery.queryKey });
  await waitFor(() => expect(shown.container.textContent).toBe(""));
});
