import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { afterEach, describe, expect, it } from "vitest";
import { type Call, serve, visit } from "../../testdata/server";
import { HistoryPlace, LearnedPlace, SearchPlace } from ".";

afterEach(() => {
	document.body.innerHTML = "";
});

const searches = (calls: Call[]) => calls.filter((c) => c.path === "/api/v1/search").map((c) => c.query);

describe("Search", () => {
	it("asks for what the address says, and keeps a search in the address", async () => {
		const calls = serve();
		const { router } = visit(<SearchPlace />, "/search", "/search?text=winch&action=grind");
		await waitFor(() => expect(searches(calls)[0]).toMatchObject({ text: "winch", action: "grind" }));
		const words = screen.getByLabelText("Engine, customer or number");
		expect((words as HTMLInputElement).value).toBe("winch");
		fireEvent.change(words, { target: { value: "saw mill" } });
		fireEvent.change(screen.getByLabelText("Step"), { target: { value: "0.020" } });
		fireEvent.submit(words.closest("form") as HTMLFormElement);
		await waitFor(() => expect(searches(calls).at(-1)).toMatchObject({ text: "saw mill", action: "grind", step: "0.020" }));
		expect(router.state.location.search).toBe("?text=saw+mill&action=grind&step=0.020");
		fireEvent.click(await screen.findByRole("button", { name: "Show all" }));
		await waitFor(() => expect(router.state.location.search).toBe(""));
		expect((screen.getByLabelText("Step") as HTMLInputElement).value).toBe("");
	});
	it("shows each job with what was signed, where it stands, and how its engine wears", async () => {
		serve();
		visit(<SearchPlace />, "/search", "/search?text=sawmill");
		expect(await screen.findByText("10 jobs fit, the latest first.")).toBeTruthy();
		const early = screen.getByRole("row", { name: /K-0011/ });
		expect(within(early).getByText(/^closed /)).toBeTruthy();
		expect(within(early).getByText("Main tunnel")).toBeTruthy();
		expect(within(early).getByRole("link", { name: "wear history" }).getAttribute("href")).toBe("/learned?engine=Sawmill%20four");
		const now = screen.getByRole("row", { name: /L-0006/ });
		expect(within(now).getByText("nothing yet")).toBeTruthy();
		expect(within(now).getByText(/^in the shop, promised/)).toBeTruthy();
	});
	it("puts what is wrong beside its field and keeps the others", async () => {
		serve((call) =>
			call.path === "/api/v1/search" && call.query.from
				? {
						status: 422,
						body: {
							status: 422,
							detail: "“two” is not a size.",
							errors: [{ location: "query.from", message: "“two” is not a size." }],
						},
					}
				: undefined,
		);
		visit(<SearchPlace />, "/search", "/search?from=two&to=3&text=saw");
		expect(await screen.findByText("“two” is not a size.")).toBeTruthy();
		expect(screen.getByLabelText("From size").getAttribute("aria-invalid")).toBe("true");
		expect((screen.getByLabelText("To size") as HTMLInputElement).value).toBe("3");
	});
	it("says so when nothing fits", async () => {
		serve((call) => (call.path === "/api/v1/search" ? { status: 200, body: [] } : undefined));
		visit(<SearchPlace />, "/search", "/search");
		expect(await screen.findByText("No job fits.")).toBeTruthy();
	});
});

describe("How it wears", () => {
	it("names the place that wears most, and draws every job", async () => {
		serve();
		visit(<LearnedPlace />, "/learned", "/learned?engine=Sawmill+four");
		expect(await screen.findByRole("heading", { name: "Typical wear of Sawmill four" })).toBeTruthy();
		expect(screen.getByText(/The latest 10 jobs/)).toBeTruthy();
		const drawing = screen.getByRole("img", { name: "Wear of Main journals by number" });
		expect(drawing.querySelectorAll("rect")).toHaveLength(5);
		expect(drawing.querySelectorAll('line[stroke="var(--blue)"]')).toHaveLength(50);
	});
	it("says why there is nothing to draw", async () => {
		const nothing = { engine: "x", unit: "in", jobs: 0, parts: [] };
		serve((call) => (call.path === "/api/v1/learned" ? { status: 200, body: nothing } : undefined));
		visit(<LearnedPlace />, "/learned", "/learned?engine=x");
		expect(await screen.findByText(/No job of an engine by this name/)).toBeTruthy();
		document.body.innerHTML = "";
		serve((call) => (call.path === "/api/v1/learned" ? { status: 200, body: { ...nothing, jobs: 3 } } : undefined));
		visit(<LearnedPlace />, "/learned", "/learned?engine=x");
		expect(await screen.findByText(/None of its jobs has both readings and a size when new/)).toBeTruthy();
	});
});

describe("History", () => {
	it("tells a job day by day, and a part alone where it is chosen", async () => {
		const calls = serve();
		const { router } = visit(<HistoryPlace />, "/jobs/:id/history", "/jobs/9/history");
		expect(await screen.findByText("signed Rod journals: Grind 0.010 in under")).toBeTruthy();
		expect(screen.getByText("Crankshaft sheet, issue 1: sent")).toBeTruthy();
		expect([...document.querySelectorAll("li")].filter((li) => li.children.length === 0)).toHaveLength(1);
		fireEvent.click(screen.getByRole("link", { name: "Rod journal 2, after grinding" }));
		await waitFor(() => expect(router.state.location.search).toBe("?kind=rod_journal&number=2"));
		await waitFor(() => expect(calls.at(-1)?.query).toEqual({ kind: "rod_journal", number: "2" }));
	});
	it("says so where nothing happened yet", async () => {
		serve((call) => (call.path.endsWith("/history") ? { status: 200, body: [] } : undefined));
		visit(<HistoryPlace />, "/jobs/:id/history", "/jobs/9/history?kind=cylinder&number=2");
		expect(await screen.findByText("Nothing is recorded of it yet.")).toBeTruthy();
	});
});
