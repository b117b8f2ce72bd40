import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import type { Issued, OrderEventBody } from "../../api/client";
import { type Call, jobs, partOf, serve, visit, type Whole } from "../../testdata/server";
import { PersonProvider } from "../../ui/person";
import { OrdersPlace, VerifyPlace } from ".";

const chapel = jobs[9];

beforeEach(() => localStorage.setItem("ledge.person", '"Ida Lorn"'));
afterEach(() => {
	document.body.innerHTML = "";
	localStorage.clear();
});

const NONE: Whole["orders"] = { drafts: [], unwanted: [], issued: [], open_ends: [] };

const sheetOf = (view: Whole, name: string) => view.orders.issued.find((o) => o.sheet === name) as Issued;

const events = (calls: Call[]) => calls.filter((c) => c.path.endsWith("/events")).map((c) => c.body as OrderEventBody);

/** Serves job 9 as changed, and answers every POST with it. */
function serveJob(change: (view: Whole) => Whole = (view) => view) {
	const view = change(structuredClone(chapel));
	return serve((call) =>
		call.path.startsWith("/api/v1/jobs/9")
			? { status: 200, body: call.method === "GET" ? partOf(view, call.path) : view }
			: undefined,
	);
}

const inside = (page: ReactNode) => <PersonProvider>{page}</PersonProvider>;
const orders = (sheet = "") => visit(<OrdersPlace />, "/jobs/:id/orders/:sheet?", `/jobs/9/orders/${sheet}`, inside);

describe("Orders", () => {
	it("shows each sheet with its sizes, and tells what became of it", async () => {
		serveJob();
		orders("bore");
		const sheet = await screen.findByRole("article", { name: "Bore and hone sheet" });
		const row = within(sheet).getByRole("row", { name: /Cylinder 1/ });
		expect(within(row).getByText("3.7365")).toBeTruthy();
		expect(within(row).getByText(/3\.7390 – 3\.7400/)).toBeTruthy();
		expect(screen.getByText(/^Sent out by Ida Lorn/)).toBeTruthy();
		expect(screen.getByText(/^Came back by Ida Lorn/)).toBeTruthy();
		expect(screen.getByRole("link", { name: "PDF to print or send" }).getAttribute("href")).toBe(
			`/api/v1/jobs/9/orders/${sheetOf(chapel, "bore").id}/pdf`,
		);
	});
	it("ticks a line off and takes the tick back", async () => {
		const calls = serveJob();
		orders("grind");
		fireEvent.click(await screen.findByRole("checkbox", { name: "Rod journal 1 done" }));
		await waitFor(() => expect(events(calls)).toHaveLength(1));
		expect(events(calls)[0]).toMatchObject({ what: "ticked", line: "rod_journal/1" });
		document.body.innerHTML = "";
		const ticked = serveJob((view) => {
			const issued = sheetOf(view, "grind");
			issued.events.push({
				seq: 99,
				id: "t",
				order_id: issued.id,
				line: "rod_journal/1",
				what: "ticked",
				reason: "",
				said_by: "Ida Lorn",
				said_at: "2026-11-23T10:00:00Z",
			});
			return view;
		});
		orders("grind");
		const box = await screen.findByRole("checkbox", { name: "Rod journal 1 done" });
		expect((box as HTMLInputElement).checked).toBe(true);
		fireEvent.click(box);
		await waitFor(() => expect(events(ticked)[0]).toMatchObject({ what: "unticked", line: "rod_journal/1" }));
	});
	it("strikes the earlier issue through, and offers to issue what changed since", async () => {
		const calls = serveJob((view) => {
			const old = structuredClone(sheetOf(view, "grind"));
			view.orders.issued.unshift({ ...old, id: "old", issue: 1, struck: true });
			sheetOf(view, "grind");
			const now = view.orders.issued.find((o) => o.sheet === "grind" && !o.struck) as Issued;
			now.issue = 2;
			view.orders.drafts.push({ ...structuredClone(now.body), notes: ["another note"] });
			return view;
		});
		orders("grind");
		expect(await screen.findByRole("article", { name: "Crankshaft sheet, superseded or withdrawn" })).toBeTruthy();
		expect(screen.getByText(/changes this sheet\. Issuing it again supersedes issue 2/)).toBeTruthy();
		expect(screen.getByText("another note")).toBeTruthy();
		fireEvent.click(screen.getByRole("button", { name: "Issue again" }));
		await waitFor(() => expect(calls.some((c) => c.method === "POST" && c.path === "/api/v1/jobs/9/orders")).toBe(true));
		const issue = calls.find((c) => c.method === "POST");
		expect(issue?.body).toEqual({ sheets: ["grind"] });
		expect(decodeURIComponent(issue?.headers.get("Ledge-Person") ?? "")).toBe("Ida Lorn");
	});
	it("closes a sheet with open lines only with a reason, and says so beside it", async () => {
		serve((call) => {
			if (call.path.endsWith("/events"))
				return {
					status: 422,
					body: {
						status: 422,
						detail: "1 of its lines are not proved by measuring.",
						errors: [{ location: "body.reason", message: "1 of its lines are not proved by measuring." }],
					},
				};
			return undefined;
		});
		orders("grind");
		fireEvent.click(await screen.findByRole("button", { name: "Close the sheet…" }));
		const dialog = await screen.findByRole("dialog");
		expect(
			within(dialog).getByText(/1 of its lines is neither proved by measuring nor ticked off\. Do it, or sign why/),
		).toBeTruthy();
		fireEvent.change(within(dialog).getByLabelText("Why"), { target: { value: "typed" } });
		fireEvent.click(within(dialog).getByRole("button", { name: "Close and sign" }));
		expect(await within(dialog).findByText("1 of its lines are not proved by measuring.")).toBeTruthy();
		expect((within(dialog).getByLabelText("Why") as HTMLTextAreaElement).value).toBe("typed");
	});
	it("takes no ticks on a closed sheet", async () => {
		serveJob((view) => {
			sheetOf(view, "grind").closed = true;
			return view;
		});
		orders("grind");
		await screen.findByRole("article", { name: "Crankshaft sheet" });
		expect(screen.queryByRole("checkbox")).toBeNull();
		expect(screen.queryByRole("button", { name: "Close the sheet…" })).toBeNull();
	});
	it("says what to do where nothing is signed, and where nothing is to be ordered", async () => {
		serveJob((view) => ({ ...view, said: [], orders: NONE }));
		orders();
		expect(await screen.findByRole("link", { name: "Sign them first" })).toBeTruthy();
		document.body.innerHTML = "";
		serveJob((view) => ({ ...view, orders: NONE }));
		orders();
		expect(await screen.findByText("What was signed needs neither work nor parts.")).toBeTruthy();
	});
});

const verify = () => visit(<VerifyPlace />, "/jobs/:id/verify", "/jobs/9/verify", inside);

describe("Verify", () => {
	it("puts the sheet with a missed line first, and that line first on it", async () => {
		serveJob();
		verify();
		const sheets = await screen.findAllByRole("region");
		expect(within(sheets[0] as HTMLElement).getByText("1 missed the order.")).toBeTruthy();
		const rows = within(sheets[0] as HTMLElement).getAllByRole("row");
		expect(rows[1]?.textContent).toContain("Rod journal 2");
		expect(rows[1]?.textContent).toContain("The smallest reading is 0.0002 in below the order.");
		expect(rows[1]?.textContent).toContain("1.9983 – 1.9990");
		expect(rows[1]?.textContent).toContain("1.9890 – 1.9900");
		expect(rows[1]?.textContent).toContain("1.9888 – 1.9890");
	});
	it("accepts with a reason, which stands beside the measurement then", async () => {
		const calls = serveJob();
		verify();
		fireEvent.click(await screen.findByRole("button", { name: "Accept Rod journal 2" }));
		const dialog = await screen.findByRole("dialog");
		fireEvent.change(within(dialog).getByLabelText("Why"), { target: { value: "a thicker shell" } });
		fireEvent.click(within(dialog).getByRole("button", { name: "Accept and sign" }));
		await waitFor(() =>
			expect(events(calls)[0]).toMatchObject({ what: "accepted", line: "rod_journal/2", reason: "a thicker shell" }),
		);
		document.body.innerHTML = "";
		serveJob((view) => {
			const issued = sheetOf(view, "grind");
			issued.events.push({
				seq: 99,
				id: "a",
				order_id: issued.id,
				line: "rod_journal/2",
				what: "accepted",
				reason: "a thicker shell",
				said_by: "Ida Lorn",
				said_at: "2026-11-23T10:00:00Z",
			});
			return view;
		});
		verify();
		expect((await screen.findByRole("row", { name: /Rod journal 2/ })).textContent).toContain(
			"Accepted by Ida Lorn: “a thicker shell”",
		);
	});
	it("keeps a reason that the server refused", async () => {
		serve((call) =>
			call.path.endsWith("/events") ? { status: 422, body: { status: 422, detail: "Say why: it stands for good." } } : undefined,
		);
		verify();
		fireEvent.click(await screen.findByRole("button", { name: "Send Rod journal 2 back" }));
		const dialog = await screen.findByRole("dialog");
		fireEvent.change(within(dialog).getByLabelText("Why"), { target: { value: " " } });
		fireEvent.click(within(dialog).getByRole("button", { name: "Send it back" }));
		expect(await within(dialog).findByText("Say why: it stands for good.")).toBeTruthy();
	});
	it("opens the new state where it is not there yet, and goes to the bench in it", async () => {
		const calls = serveJob();
		const { router } = verify();
		fireEvent.click(await screen.findByRole("button", { name: "Measure Deck 1, after skimming" }));
		await waitFor(() => expect(router.state.location.pathname).toBe("/jobs/9/bench/deck/1"));
		expect(router.state.location.search).toBe("?state=after_skim");
		expect(calls.find((c) => c.path.endsWith("/states"))?.body).toEqual({ kind: "deck", state: "after_skim", quick: true });
		document.body.innerHTML = "";
		const again = serveJob();
		const second = verify();
		fireEvent.click(await screen.findByRole("button", { name: "Measure Cylinder 2, after honing" }));
		await waitFor(() => expect(second.router.state.location.pathname).toBe("/jobs/9/bench/cylinder/2"));
		expect(again.some((c) => c.path.endsWith("/states"))).toBe(false);
	});
});
