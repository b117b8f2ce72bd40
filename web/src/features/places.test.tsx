import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { DecisionBody } from "../api/client";
import { nextPart } from "../api/path";
import { type Call, jobs, serve, visit } from "../testdata/server";
import { BenchPlace } from "./bench";
import { DecidePlace } from "./decide";
import { FeaturePlace } from "./feature";
import { JobPlace } from "./job";
import { steps } from "./job/walk";
import { LimitsPlace } from "./limits";
import { ShopPlace } from "./shop";

beforeEach(() => void serve());
afterEach(() => {
	document.body.innerHTML = "";
	vi.restoreAllMocks();
});

describe("Shop", () => {
	it("says of each job how far it is and what it waits for", async () => {
		visit(<ShopPlace />, "/", "/");
		const row = async (name: RegExp) => within(await screen.findByRole("link", { name }));
		const pump = await row(/Orchard pump four/);
		expect(pump.getByText("2 sets to sign").title).toContain("Mains: Grind 0.020 in under");
		expect(pump.getByText(/3 out/)).toBeTruthy();
		// A bore beyond its limit counts though every journal is within.
		expect((await row(/Threshing four/)).getByText(/\d out/)).toBeTruthy();
		expect((await row(/Lamp generator/)).getByText(/^to measure: main journals/)).toBeTruthy();
		expect((await row(/Railcar six/)).getByText("2 sheets to issue")).toBeTruthy();
		expect((await row(/Chapel blower/)).getByText("2 lines to prove")).toBeTruthy();
	});
	it("tells a shop that begins from one that is through with its work", async () => {
		let empty = true;
		serve((call) => {
			if (call.path === "/api/v1/jobs") return { status: 200, body: [] };
			const shop = { public_url: "", fixed: false, version: 0, unit: "", empty, sample: false, troubles: [] };
			return call.path === "/api/v1/shop" ? { status: 200, body: shop } : undefined;
		});
		visit(<ShopPlace />, "/", "/");
		expect(await screen.findByRole("link", { name: "Start a job" })).toBeTruthy();
		document.body.innerHTML = "";
		empty = false;
		visit(<ShopPlace />, "/", "/");
		expect(await screen.findByText(/No open jobs/)).toBeTruthy();
	});
	it("says why it could not be loaded and tries again", async () => {
		let broken = true;
		serve(() => (broken ? { status: 500, body: { status: 500, detail: "Something went wrong inside Ledge." } } : undefined));
		visit(<ShopPlace />, "/", "/");
		expect(await screen.findByText("Something went wrong inside Ledge.")).toBeTruthy();
		broken = false;
		fireEvent.click(screen.getByRole("button", { name: "Try again" }));
		expect(await screen.findByText("Orchard pump four")).toBeTruthy();
	});
});

describe("Job", () => {
	it("walks to the next open journal", () => {
		expect(nextPart(jobs[4], "station")?.title).toBe("Rod journal 2");
		expect(nextPart(jobs[1], "station")).toBeUndefined();
		expect(steps(jobs[4]).map((s) => `${s.name}: ${s.says}`)).toEqual([
			"Intake: 3 to answer",
			"Clean: 1 to answer",
			"Look: 6 to answer",
			"Crank: 5 journals open",
			"Runout: 3 mains open",
			"Decide: 2 sets open",
			"Report: papers and files",
		]);
		expect(
			steps(jobs[1])
				.filter((s) => s.beyond)
				.map((s) => s.name),
		).toEqual(["Look", "Crank", "Runout"]);
	});
	it("names every journal in the drawing with how it stands", async () => {
		visit(<JobPlace />, "/jobs/:id", "/jobs/1");
		expect(await screen.findByRole("link", { name: "Measure Main 3: out of limits" })).toBeTruthy();
		expect(screen.getByRole("link", { name: "Measure Rod journal 1: within" })).toBeTruthy();
	});
});

describe("Bench", () => {
	it("shows the expected size, takes last digits, and says what they mean", async () => {
		visit(<BenchPlace />, "/jobs/:id/bench/:kind/:number", "/jobs/4/bench/main_journal/2");
		const entry = await screen.findByRole("textbox", { name: "Reading at End B, 135°" });
		fireEvent.change(entry, { target: { value: "86x" } });
		expect((entry as HTMLInputElement).value).toBe("86");
		expect(screen.getByText("0.010 under the new max.")).toBeTruthy();
		expect(screen.getByText("2.1648 in")).toBeTruthy();
		fireEvent.keyDown(entry, { key: "ArrowUp" });
		expect(screen.getByRole("textbox", { name: "Reading at End A, 135°" })).toBeTruthy();
		fireEvent.keyDown(entry, { key: "p" });
		fireEvent.keyDown(entry, { key: "u" });
		expect((await screen.findAllByText("2.1647")).length).toBeGreaterThan(0);
		fireEvent.keyDown(entry, { key: "u" });
	});
	it("says so where the engine has no such part", async () => {
		visit(<BenchPlace />, "/jobs/:id/bench/:kind/:number", "/jobs/4/bench/main_journal/9");
		expect(await screen.findByText("This engine has no such part")).toBeTruthy();
	});
});

describe("Feature", () => {
	it("shows form, verdicts and every reading", async () => {
		visit(<FeaturePlace />, "/jobs/:id/features/:kind/:number", "/jobs/1/features/main_journal/3");
		expect(await screen.findByText(/Fitted oval/)).toBeTruthy();
		const verdicts = screen.getByRole("heading", { name: "Verdicts" }).parentElement as HTMLElement;
		expect(within(verdicts).getByText("Out-of-round").closest("tr")?.textContent).toMatch(/0\.0016.*0\.0010.*out of limits/);
	});
});

describe("Decide", () => {
	it("shows the deciding sentence, the advised way first, and why others are not possible", async () => {
		visit(<DecidePlace />, "/jobs/:id/decide/:set?", "/jobs/1/decide/main_journals");
		expect(await screen.findByText(/Main 3 decides the size: worn to 2.4941/)).toBeTruthy();
		expect(screen.getByText("14 not possible, and why")).toBeTruthy();
		expect(screen.getByRole("button", { name: "Overrule: Straighten, then grind 0.010 in under" })).toBeTruthy();
	});
	it("signs what is advised under the person's name", async () => {
		const calls = serve();
		visit(<DecidePlace />, "/jobs/:id/decide/:set?", "/jobs/3/decide/rod_journals");
		fireEvent.click(await screen.findByRole("button", { name: /^Sign: keep the size, fit −0.0020 in select shells/ }));
		const sent = (c: Call) => c.method === "POST" && c.path.endsWith("/decisions");
		await waitFor(() => expect(calls.some(sent)).toBe(true));
		const body = calls.find(sent)?.body as DecisionBody;
		expect([body.set, body.action, body.step, body.shell, body.reason]).toEqual(["rod_journals", "reuse", 0, -508_000, ""]);
	});
	it("offers no signature while something is still to be measured", async () => {
		visit(<DecidePlace />, "/jobs/:id/decide/:set?", "/jobs/4/decide/main_journals");
		expect(await screen.findByText(/nothing can be promised of a part half measured/)).toBeTruthy();
		expect(screen.queryByRole("button", { name: /^Sign/ })).toBeNull();
		expect(screen.getByText("Main 3 was not measured.")).toBeTruthy();
	});
});

describe("Limits", () => {
	it("sends only what was typed, and puts the server's sentence beside its field", async () => {
		const calls = serve((call) =>
			call.method === "PUT"
				? {
						status: 422,
						body: {
							status: 422,
							errors: [{ location: "body.limits.book.main_journal.new", message: "The smallest is above the largest." }],
						},
					}
				: undefined,
		);
		visit(<LimitsPlace />, "/jobs/:id/limits", "/jobs/1/limits");
		const size = await screen.findByRole("textbox", { name: "Main journals: new" });
		fireEvent.focus(size);
		fireEvent.change(size, { target: { value: "2,5–2,4" } });
		fireEvent.click(screen.getByRole("button", { name: "Save the limits" }));
		expect(await screen.findByText("The smallest is above the largest.")).toBeTruthy();
		expect((size as HTMLInputElement).value).toBe("2,5–2,4");
		const sent = calls.find((c) => c.method === "PUT")?.body as { limits: { book: Record<string, { new: { min: number } }> } };
		expect(sent.limits.book.main_journal?.new.min).toBe(635_000_000);
	});
});
