import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, expect, it, vi } from "vitest";
import { Around } from "../../testdata/server";
import { Pad } from "./Pad";
import type { EntryState } from "./use-entry";
import type { BenchLine } from "./use-line";

afterEach(cleanup);

/** The pad over an entry with digits or none, beside a line that may be ready. */
function pad(typed: string, ready: boolean | undefined) {
	const take = vi.fn();
	const line = ready === undefined ? undefined : ({ ready } as BenchLine);
	render(<Pad entry={{ typed } as EntryState} line={line} onTake={take} />, { wrapper: Around });
	return take;
}

it("takes what the gauge shows under a finger as under Enter, and says so", () => {
	const take = pad("", true);
	fireEvent.click(screen.getByRole("button", { name: "Take (Enter)" }));
	expect(take).toHaveBeenCalledOnce();
});

it("repeats where the line has nothing for this place, or there is none", () => {
	pad("", false);
	expect(screen.getByRole("button", { name: "Repeat (Enter)" })).toBeTruthy();
	cleanup();
	pad("", undefined);
	expect(screen.getByRole("button", { name: "Repeat (Enter)" })).toBeTruthy();
	cleanup();
	pad("84", undefined);
	expect(screen.getByRole("button", { name: "Take (Enter)" })).toBeTruthy();
});
