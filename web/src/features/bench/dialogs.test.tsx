import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import type { ConditionBody, GaugeBody } from "../../api/client";
import { type Answer, type Call, jobs, serve, visit } from "../../testdata/server";
import { BenchPlace } from "./BenchPlace";

beforeEach(() => localStorage.setItem("ledge.person", '"Wanda Pell"'));
afterEach(() => {
	document.body.innerHTML = "";
	localStorage.clear();
});

const taken: Answer = { status: 201, body: jobs[6] };

/** Opens a part's bench and presses a key that opens a dialog. */
async function open(part: string, key: string, answer: Answer = taken): Promise<Call[]> {
	const calls = serve((call) => (call.method === "POST" ? answer : undefined));
	visit(<BenchPlace />, "/jobs/:id/bench/:kind/:number", `/jobs/6/bench/${part}`);
	fireEvent.keyDown(await screen.findByRole("textbox", { name: /Reading at/ }), { key });
	await screen.findByRole("dialog");
	return calls;
}

async function posted<T>(calls: Call[]): Promise<T> {
	await waitFor(() => expect(calls.some((c) => c.method === "POST")).toBe(true));
	return calls.find((c) => c.method === "POST")?.body as T;
}

const type = (label: string | RegExp, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } });
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole("button", { name }));

describe("gauge", () => {
	it("asks what a deviation was zeroed on, and sends what was set up", async () => {
		const calls = await open("cylinder/2", "g");
		fireEvent.click(screen.getByRole("radio", { name: "Divisions from zero" }));
		type("One division, in", "0.0005");
		press("Use this gauge");
		expect(await screen.findByText("Say what the gauge was zeroed on.")).toBeTruthy();
		type("Anvil + shims, in", "3.7 + 0.02");
		expect(screen.getByText(/together 3.7200/)).toBeTruthy();
		press("take");
		press("Use this gauge");
		const body = await posted<GaugeBody>(calls);
		expect(body).toMatchObject({
			kind: "cylinder",
			mode: "divisions",
			division: 127_000,
			setting: 944_880_000,
			sense: -1,
			built: "3.7 + 0.02",
		});
	});
	it("asks of a vernier where its frame begins", async () => {
		await open("main_journal/1", "g");
		fireEvent.click(screen.getByRole("radio", { name: "Vernier, in parts" }));
		press("Use this gauge");
		expect(await screen.findByText("Say where its frame begins: the smallest size it reads.")).toBeTruthy();
	});
	it("is set on each mating part, which then needs no size", async () => {
		const calls = await open("main_bearing/1", "g");
		fireEvent.click(screen.getByRole("radio", { name: "A deviation" }));
		fireEvent.click(screen.getByRole("radio", { name: "Zeroed on each journal" }));
		expect(screen.getByText(/Main 1 measures/)).toBeTruthy();
		fireEvent.click(screen.getByRole("checkbox", { name: /Zero checked/ }));
		press("Use this gauge");
		expect(await posted<GaugeBody>(calls)).toMatchObject({ mode: "length", mating: true, checked: true });
	});
	it("puts the server's sentence beside its field and keeps what was typed", async () => {
		const refused: Answer = {
			status: 422,
			body: { status: 422, errors: [{ location: "body.division", message: "A division must be more than zero." }] },
		};
		await open("main_journal/1", "g", refused);
		type("One division, in", "0");
		press("Use this gauge");
		expect(await screen.findByText("A division must be more than zero.")).toBeTruthy();
		expect((screen.getByLabelText("One division, in") as HTMLInputElement).value).toBe("0");
	});
});

describe("conditions", () => {
	it("sends what was said and leaves out what was not", async () => {
		const calls = await open("main_housing/1", "c");
		fireEvent.click(within(screen.getByRole("radiogroup", { name: /Caps torqued/ })).getByRole("radio", { name: "yes" }));
		type("Part, °C", "200");
		press("Save");
		expect(await screen.findByText("Degrees Celsius, from −40 to 120.")).toBeTruthy();
		type("Part, °C", "28,5");
		press("Save");
		const body = await posted<ConditionBody>(calls);
		expect(body).toMatchObject({ kind: "main_housing", torqued: true, part_c: 28.5 });
		expect(body.deck_plate).toBeUndefined();
		expect(body.gauge_c).toBeUndefined();
	});

	it.each([
		["cylinder/2", true],
		["main_journal/1", false],
	])("asks for a deck plate where one bends the part: %s", async (place, asked) => {
		await open(place, "c");
		expect(screen.getByLabelText("Part, °C")).toBeTruthy();
		expect(screen.queryByRole("radiogroup", { name: /Deck plate/ }) !== null).toBe(asked);
	});
});

describe("zero, unworn size, place, state", () => {
	it("records a zero check with one Enter", async () => {
		const calls = await open("main_journal/1", "z");
		press("Checked");
		expect(await posted(calls)).toMatchObject({ kind: "main_journal", off: 0 });
	});
	it("takes an unworn size by its last digits", async () => {
		const calls = await open("cylinder/1", "w");
		type("Unworn, in", "x");
		expect(screen.getByText(/not a number/)).toBeTruthy();
		type("Unworn, in", "3.7196");
		press("Save");
		expect(await posted(calls)).toMatchObject({ kind: "cylinder", number: 1, size: 944_778_400 });
	});
	it("adds a place outside the plan, at an angle that is one", async () => {
		const calls = await open("main_journal/1", "a");
		type("Direction, degrees", "360");
		expect(screen.getByText("From 0 to below 360.")).toBeTruthy();
		press("Add it");
		type("Direction, degrees", "22,5");
		press("Add it");
		expect(await posted(calls)).toMatchObject({ station: "front", direction: 22_500_000 });
		expect(calls.filter((c) => c.method === "POST")).toHaveLength(1);
	});
	it("offers the states that the work on a part leads to", async () => {
		const calls = await open("cylinder/1", "e");
		expect(screen.getByRole("button", { name: "After honing" })).toBeTruthy();
		expect(screen.queryByRole("button", { name: "After grinding" })).toBeNull();
		press("After boring");
		expect(await posted(calls)).toEqual({ kind: "cylinder", state: "after_bore" });
	});
});

describe("reminders", () => {
	it("asks whether it is clean until somebody says so, and whether the zero was checked", async () => {
		const answers = jobs[6].walk.answers.filter((a) => a.topic !== "clean");
		const dirty = { ...jobs[6], walk: { ...jobs[6].walk, answers } };
		const calls = serve((call) => (call.method === "POST" ? taken : { status: 200, body: dirty }));
		visit(<BenchPlace />, "/jobs/:id/bench/:kind/:number", "/jobs/6/bench/main_journal/1");
		fireEvent.click(await screen.findByRole("button", { name: /Confirm: crankshaft clean and dry/ }));
		expect(await posted<{ answers: unknown[] }>(calls)).toMatchObject({
			answers: [{ topic: "clean", place: "crankshaft", value: "yes" }],
		});
		await waitFor(() => expect(screen.queryByRole("button", { name: /clean and dry/ })).toBeNull());
		expect(screen.getByRole("button", { name: /Zero not checked/ })).toBeTruthy();
	});
	it("says at once that a part is not worth measuring", async () => {
		const finding = {
			step: "look" as const,
			gravity: "stop" as const,
			topic: "rod_straight",
			place: "rod 2",
			text: "Rod 2 is bent to the eye: another rod.",
		};
		const stopped = { ...jobs[6], walk: { ...jobs[6].walk, findings: [finding] } };
		serve(() => ({ status: 200, body: stopped }));
		visit(<BenchPlace />, "/jobs/:id/bench/:kind/:number", "/jobs/6/bench/rod_housing/2");
		expect(await screen.findByText(/Rod 2 is bent to the eye/)).toBeTruthy();
	});
});

describe("entry", () => {
	const keys = (input: HTMLElement, text: string) => {
		fireEvent.change(input, { target: { value: text } });
		fireEvent.keyDown(input, { key: "Enter" });
	};
	it("is on the tape before the server has it, and a sign goes with its figure", async () => {
		const calls = serve((call) => (call.method === "POST" ? { status: 503, body: {} } : undefined));
		visit(<BenchPlace />, "/jobs/:id/bench/:kind/:number", "/jobs/6/bench/main_journal/2");
		const input = await screen.findByRole("textbox", { name: /Reading at/ });
		const tape = within(screen.getByRole("region", { name: "Tape" }));
		expect(fireEvent.keyDown(input, { key: "+" })).toBe(true); // left to the field: no key by itself
		keys(input, "+2.4683in");
		// Every place of this part is read, and nobody went to this one: what is there is not overwritten unasked.
		expect(screen.getByText(/Replace the reading of Main 2, .*\? Press Enter again/)).toBeTruthy();
		expect(tape.queryByTitle(/on its way/)).toBeNull();
		fireEvent.keyDown(input, { key: "Enter" });
		expect(tape.getAllByTitle(/on its way/).map((line) => line.textContent)).toEqual([expect.stringMatching(/2\.4683$/)]);
		await waitFor(() => expect(calls.some((c) => c.method === "POST")).toBe(true));
		const unit = () => document.querySelector("#means")?.textContent;
		const before = unit();
		keys(input, "+");
		expect(unit()).not.toBe(before);
	});
});
