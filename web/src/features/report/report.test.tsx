import { fireEvent, render, screen, waitFor, within } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import type { SharedView } from "../../api/client";
import { jobs, serve, visit } from "../../testdata/server";
import { PersonProvider } from "../../ui/person";
import { ReportPlace } from ".";
import { Letter } from "./Letter";
import { SharedPlace } from "./SharedPlace";

beforeEach(() => localStorage.setItem("ledge.person", '"Ida Lorn"'));
afterEach(() => {
	document.body.innerHTML = "";
	localStorage.clear();
});

const letter: SharedView = {
	number: "L-1",
	customer: "A trust",
	engine: "Pump",
	findings: [],
	decisions: [],
	cost: "",
	ready: "",
	promised: "",
	proved: 0,
	to_prove: 0,
};

const paragraphs = (more: Partial<SharedView>) => {
	document.body.innerHTML = "";
	render(<Letter report={{ ...letter, ...more }} />);
	return [...document.querySelectorAll("header ~ p")].slice(0, -1).map((p) => p.textContent);
};

describe("The letter", () => {
	it("says what it knows of cost, day and proof, and nothing else", () => {
		expect(paragraphs({})).toEqual([]);
		expect(paragraphs({ cost: "711 crowns" })).toEqual(["It comes to 711 crowns."]);
		expect(paragraphs({ ready: "30 November 2026" })).toEqual(["It is ready on 30 November 2026."]);
		expect(paragraphs({ cost: "711 crowns", ready: "30 November 2026" })).toEqual([
			"It comes to 711 crowns and is ready on 30 November 2026.",
		]);
		expect(paragraphs({ to_prove: 5, proved: 2 })).toEqual(["2 of 5 ordered sizes are proved by measuring so far."]);
		expect(paragraphs({ to_prove: 5, proved: 5 })).toEqual(["All 5 sizes that were ordered came back as ordered."]);
	});
	it("tells what is signed from what is only advised, and shows a name that looks like a page as a name", () => {
		render(
			<Letter
				report={{
					...letter,
					engine: "<img src=x onerror=alert(1)>",
					decisions: [
						{ set: "Mains", way: "grind 0.020 under", signed: "Ida", reason: "asked for", reasons: ["worn"] },
						{ set: "Rods", way: "good as they are", signed: "", reason: "", reasons: [] },
					],
				}}
			/>,
		);
		expect(screen.getByText("Signed by Ida")).toBeTruthy();
		expect(screen.getByText("“asked for”")).toBeTruthy();
		expect(screen.getByText("Advised; nobody has signed it yet")).toBeTruthy();
		expect(screen.getByRole("heading", { name: "<img src=x onerror=alert(1)>" })).toBeTruthy();
		expect(document.querySelector("img")).toBeNull();
	});
});

const visitReport = () =>
	visit(<ReportPlace />, "/jobs/:id/report", "/jobs/9/report", (page) => <PersonProvider>{page}</PersonProvider>);

describe("Report", () => {
	it("has every paper and file at hand", async () => {
		serve();
		visitReport();
		const link = async (name: string) => (await screen.findByRole("link", { name })).getAttribute("href");
		expect(await link("Customer's summary")).toBe("/api/v1/jobs/9/summary.pdf");
		expect(await link("Full job archive (.zip)")).toBe("/api/v1/jobs/9/archive");
		expect(await link("Workbook (.xlsx)")).toBe("/api/v1/jobs/9/workbook.xlsx");
		const grind = jobs[9].orders.issued.find((o) => o.sheet === "grind");
		expect(await link("Crankshaft sheet")).toBe(`/api/v1/jobs/9/orders/${grind?.id}/pdf`);
	});
	it("tells a link once, and lists it without its token", async () => {
		const share = {
			id: "s1",
			for: "the trust",
			made_by: "Ida Lorn",
			made_at: "2026-11-23T10:00:00Z",
			revoked_by: "",
			revoked_at: "",
			ends_at: "2027-02-21T10:00:00Z",
		};
		let made = false;
		const calls = serve((call) => {
			if (!call.path.includes("/shares")) return undefined;
			if (call.method === "POST") made = true;
			if (call.method === "POST") return { status: 201, body: { token: "TOKEN" } };
			if (call.method === "DELETE") return { status: 200, body: [] };
			return { status: 200, body: made ? [share] : [] };
		});
		visitReport();
		const make = await screen.findByRole("button", { name: "Make a link" });
		expect((make as HTMLButtonElement).disabled).toBe(true);
		fireEvent.change(screen.getByLabelText("For whom"), { target: { value: " the trust " } });
		fireEvent.click(make);
		const link = await screen.findByRole("link", { name: /\/r\/TOKEN$/ });
		expect(link.getAttribute("href")).toMatch(/^http.*\/r\/TOKEN$/);
		expect(calls.find((c) => c.method === "POST")?.body).toEqual({ id: expect.any(String), for: "the trust" });
		fireEvent.click(await screen.findByRole("button", { name: "Revoke the link for the trust" }));
		await waitFor(() => expect(calls.some((c) => c.method === "DELETE" && c.path.endsWith("/shares/s1"))).toBe(true));
	});
	it("says what closing does, with sheets still open, and takes a closed job back", async () => {
		const calls = serve((call) => (call.path.endsWith("/closed") ? { status: 200, body: jobs[9] } : undefined));
		visitReport();
		const panel = await screen.findByRole("region", { name: "The job itself" });
		expect(within(panel).getByText("4 sheets are not closed.")).toBeTruthy();
		fireEvent.click(within(panel).getByRole("combobox", { name: "How it ends" }));
		expect(screen.getAllByRole("option", { hidden: true }).map((o) => o.textContent)).toEqual([
			"Finished",
			"Declined by the customer",
			"Scrapped",
			"Kept for parts",
			"Made by mistake",
		]);
		fireEvent.change(within(panel).getByLabelText("Why"), { target: { value: "the owner took it" } });
		fireEvent.click(within(panel).getByRole("button", { name: "Sign and close the job" }));
		await waitFor(() =>
			expect(calls.find((c) => c.path.endsWith("/closed"))?.body).toEqual({
				closed: true,
				outcome: "finished",
				reason: "the owner took it",
			}),
		);
		document.body.innerHTML = "";
		serve((call) =>
			call.path === "/api/v1/jobs/9"
				? { status: 200, body: { ...jobs[9], job: { ...jobs[9].job, closed_at: "2026-11-23T10:00:00Z" } } }
				: undefined,
		);
		visitReport();
		expect(await screen.findByRole("button", { name: "Take it back into the shop" })).toBeTruthy();
	});
	it("shows a customer the letter alone, or why there is none", async () => {
		const calls = serve();
		visit(<SharedPlace token="abc" />, "/r/:token", "/r/abc");
		expect(await screen.findByRole("heading", { name: "Chapel blower twin" })).toBeTruthy();
		expect(screen.getByRole("link", { name: "As PDF" }).getAttribute("href")).toBe("/api/v1/shared/abc/summary.pdf");
		expect(calls.map((c) => c.path)).toEqual(["/api/v1/shared/abc"]);
		document.body.innerHTML = "";
		serve(() => ({ status: 404, body: { status: 404, detail: "This link was revoked, or never was." } }));
		visit(<SharedPlace token="abc" />, "/r/:token", "/r/abc");
		expect(await screen.findByText("This link was revoked, or never was.")).toBeTruthy();
	});
});
