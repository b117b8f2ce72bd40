import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import type { JobView, LimitSet } from "../api/client";
import type { Kind } from "../api/table";
import { featureOf } from "../api/view";
import { Around, type Call, jobs, serve, visit } from "../testdata/server";
import { gaugeText, usualInstrument } from "../words/gauge";
import { place } from "../words/moments";
import { BenchPlace } from "./bench";
import { HelpDialog } from "./bench/HelpDialog";
import { FeaturePlace } from "./feature";
import { IntakePlace, JobPlace } from "./job";
import { PastDay } from "./job/PastDay";
import { LimitsPlace } from "./limits";
import { OrdersPlace } from "./orders";
import { ReportPlace } from "./report";

beforeEach(() => {
	localStorage.setItem("ledge.person", '"Wanda Pell"');
	serve();
});
afterEach(() => {
	cleanup();
	localStorage.clear();
	sessionStorage.clear();
});

const view: JobView = jobs[6];

describe("small things that were wrong", () => {
	it("says a word about a promised day that is over", () => {
		const { rerender } = render(<PastDay on="2020-02-03" />);
		expect(screen.getByText(/over already/)).toBeTruthy();
		rerender(<PastDay on="2999-02-03" />);
		expect(screen.queryByText(/over already/)).toBeNull();
		rerender(<PastDay on="" />);
		expect(screen.queryByText(/over already/)).toBeNull();
	});

	it("helps with the part that is measured", async () => {
		const help = async (kind: string) => {
			cleanup();
			const feature = featureOf(view, kind, 1);
			if (!feature) throw new Error(`no ${kind}`);
			render(<HelpDialog opened view={view} feature={feature} at={{ station: 0, direction: 0 }} onClose={() => {}} />, {
				wrapper: Around,
			});
			return (await screen.findByRole("dialog")).textContent ?? "";
		};
		expect(await help("cylinder")).toMatch(/ring travel/);
		expect(await help("cylinder")).not.toMatch(/shells/i);
		expect(await help("deck")).toMatch(/Straight edge lengthwise/);
		expect(await help("deck")).not.toMatch(/shells/i);
		expect(await help("piston")).not.toMatch(/crankshaft/i);
		expect(await help("main_bearing")).toMatch(/Shells clean and dry/);
	});

	it("names the place of a single reading in the history", () => {
		const moment = {
			at: "",
			by: "W",
			what: "reading" as const,
			kind: "main_journal" as const,
			number: 1,
			state: "as_found",
			count: 1,
		};
		expect(place(view, { ...moment, station: "A", direction: 45_000_000 })).toBe("Main 1, A, 45°");
		expect(place(view, moment)).toBe("Main 1");
	});

	it("calls a bored cylinder oversize", async () => {
		const bored = {
			...view,
			evaluation: {
				...view.evaluation,
				features: view.evaluation.features.map((f) => (f.kind === "cylinder" ? { ...f, size_class: 5_080_000 } : f)),
			},
		};
		serve((call) => (call.path === "/api/v1/jobs/6" ? { status: 200, body: bored } : undefined));
		visit(<FeaturePlace />, "/jobs/:id/features/:kind/:number", "/jobs/6/features/cylinder/1");
		expect(await screen.findByText(/already oversize/)).toBeTruthy();
		expect(screen.queryByText(/undersize/)).toBeNull();
	});

	it("takes shells between anvils, and asks for a dial's division", () => {
		const of = (kind: Kind) => usualInstrument({ kind });
		expect([of("main_shell"), of("rod_shell"), of("pin_height")]).toEqual(["micrometer", "micrometer", "indicator"]);
		expect([of("cylinder"), of("main_journal"), of("end_float")]).toEqual(["bore_gauge", "micrometer", "indicator"]);
		const float = featureOf(view, "end_float", 1);
		if (!float) throw new Error("no end float");
		expect(gaugeText({ ...float, gauge_division: undefined, gauge_kind: undefined }, undefined, "in")).toMatch(
			/division unknown: 0.0005 in assumed/,
		);
	});
});

/** By its legend: to look for roles among hundreds of fields takes seconds. */
const mainsTaper = async () => (await screen.findByRole("textbox", { name: "Main journals: max. taper" })) as HTMLInputElement;

describe("what is typed and not saved", () => {
	it("is there again when the place is come back to, and can be left", async () => {
		const there = () => visit(<LimitsPlace />, "/jobs/:id/limits", "/jobs/1/limits");
		const { unmount } = there();
		const taper = await mainsTaper();
		const saved = taper.value;
		fireEvent.change(taper, { target: { value: "0.0007" } });
		unmount();
		there();
		expect((await mainsTaper()).value).toBe("0.0007");
		fireEvent.click(screen.getByText("Start from what is saved"));
		expect((await mainsTaper()).value).toBe(saved);
		expect(screen.queryByText(/is here again/)).toBeNull();
	});

	it("takes what was meant, or what was typed, where a limit looks mistyped", async () => {
		const taperOf = (call: Call) =>
			(call.method === "PUT" ? (call.body as { limits: LimitSet }) : undefined)?.limits.book.main_journal?.taper_max;
		const calls = serve((call) =>
			call.method === "PUT"
				? call.query.sure === "true" || taperOf(call) === 1_270_000
					? { status: 200, body: view }
					: {
							status: 422,
							body: {
								status: 422,
								detail: "5.0000 in is very large for a taper: was 0.0050 meant?",
								errors: [
									{
										location: "body.limits.book.main_journal.taper_max",
										message: "5.0000 in is very large for a taper: was 0.0050 meant?",
										value: { ask: "unusual", likely: [1_270_000] },
									},
								],
							},
						}
				: undefined,
		);
		visit(<LimitsPlace />, "/jobs/:id/limits", "/jobs/1/limits");
		const taper = await mainsTaper();
		fireEvent.change(taper, { target: { value: "5" } });
		fireEvent.click(screen.getByText("Save the limits"));
		fireEvent.click(await screen.findByText("Yes, take what was meant"));
		await waitFor(() => expect(calls.map(taperOf).filter(Boolean)).toEqual([1_270_000_000, 1_270_000]));
		expect(taper.value).toBe("0.0050");
		expect(screen.queryByText(/very large for a taper/)).toBeNull();
		fireEvent.change(taper, { target: { value: "5" } });
		fireEvent.click(screen.getByText("Save the limits"));
		fireEvent.click(await screen.findByText(/No, they are so/));
		await waitFor(() => expect(calls.filter((c) => c.method === "PUT").at(-1)?.query.sure).toBe("true"));
	});

	it("asks about a stamp of ten inches", async () => {
		const answered = (call: Call) =>
			call.method === "POST" && call.path.endsWith("/answers")
				? (call.body as { answers: { value: string }[] }).answers[0]?.value
				: undefined;
		const calls = serve((call) =>
			answered(call) === "10"
				? {
						status: 422,
						body: {
							status: 422,
							detail: "10.0000 in is no undersize: was 0.0100 meant?",
							errors: [{ location: "body.answers.0.value", message: "x", value: { ask: "unusual", likely: [2_540_000] } }],
						},
					}
				: call.method === "POST"
					? { status: 201, body: view }
					: undefined,
		);
		visit(<IntakePlace />, "/jobs/:id/intake", "/jobs/6/intake");
		const stamp = await screen.findByRole("textbox", { name: "Stamped for the mains" });
		fireEvent.change(stamp, { target: { value: "10" } });
		fireEvent.keyDown(stamp, { key: "Enter" });
		fireEvent.click(await screen.findByRole("button", { name: "Yes, 0.0100" }));
		await waitFor(() => expect(calls.map(answered).filter(Boolean)).toEqual(["10", "0.0100"]));
	});
});

describe("mistakes are taken back", () => {
	it("an empty part, a sheet that was not sent after all", async () => {
		const calls = serve((call) => (call.method === "GET" ? undefined : { status: 201, body: jobs[9] }));
		const empty = { ...featureOf(view, "ring_gap", 1), id: 9999, number: 9, tape: [], looks: [] };
		serve((call) => {
			calls.push(call);
			return call.path === "/api/v1/jobs/6" ? { status: 200, body: { ...view, features: [...view.features, empty] } } : undefined;
		});
		visit(<JobPlace />, "/jobs/:id", "/jobs/6");
		fireEvent.click(await screen.findByRole("button", { name: "take number 9 out again" }));
		await waitFor(() =>
			expect(calls.some((c) => c.method === "DELETE" && c.path === "/api/v1/jobs/6/parts/ring_gap/9")).toBe(true),
		);

		cleanup();
		const said = serve((call) => (call.method === "POST" ? { status: 201, body: jobs[9] } : undefined));
		visit(<OrdersPlace />, "/jobs/:id/orders/:sheet?", "/jobs/9/orders/grind");
		fireEvent.click(await screen.findByRole("button", { name: "Not sent after all" }));
		await waitFor(() => expect(said.find((c) => c.method === "POST")?.body).toMatchObject({ what: "unsent", line: "" }));
	});

	it("nothing is entered at the bench of a closed job", async () => {
		const closed = { ...view, job: { ...view.job, closed_at: "2026-11-23T10:00:00Z" } };
		serve((call) => (call.path === "/api/v1/jobs/6" ? { status: 200, body: closed } : undefined));
		visit(<BenchPlace />, "/jobs/:id/bench/:kind/:number", "/jobs/6/bench/main_journal/1");
		expect(await screen.findByText(/This job is closed/)).toBeTruthy();
		expect((screen.getByRole("textbox", { name: /Reading at/ }) as HTMLInputElement).disabled).toBe(true);
	});

	it("papers say why they carry no code, and take the address of the shop", async () => {
		const calls = serve((call) =>
			call.method === "PUT" ? { status: 200, body: { public_url: "https://ledge.example.org", fixed: false } } : undefined,
		);
		visit(<ReportPlace />, "/jobs/:id/report", "/jobs/9/report");
		fireEvent.click(await screen.findByRole("button", { name: "say the address" }));
		fireEvent.change(screen.getByLabelText("Address of this shop's Ledge"), { target: { value: "https://ledge.example.org" } });
		fireEvent.click(screen.getByRole("button", { name: "Save" }));
		expect(await screen.findByText(/Codes on papers lead to/)).toBeTruthy();
		expect(calls.find((c) => c.method === "PUT")?.body).toEqual({ public_url: "https://ledge.example.org" });
	});
});
