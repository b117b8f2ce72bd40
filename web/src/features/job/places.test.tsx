import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import type { AnswerBody, JobView, LookBody } from "../../api/client";
import { type Answer, type Call, jobs, serve, visit } from "../../testdata/server";
import { IntakePlace, JobPlace, LookPlace, StripPlace } from ".";

beforeEach(() => localStorage.setItem("ledge.person", '"Wanda Pell"'));
afterEach(() => {
	document.body.innerHTML = "";
	localStorage.clear();
});

const view: JobView = jobs[6];
const unasked: JobView = { ...view, walk: { ...view.walk, answers: [], findings: [] } };

function answering(shown: JobView, answer: Answer = { status: 201, body: shown }): Call[] {
	return serve((call) =>
		call.method !== "GET" ? answer : call.path === "/api/v1/jobs/6" ? { status: 200, body: shown } : undefined,
	);
}

const answers = (calls: Call[]) =>
	calls.filter((c) => c.path.endsWith("/answers")).map((c) => (c.body as { answers: AnswerBody[] }).answers);

describe("Strip", () => {
	it("answers what is left in one go, without touching what was said", async () => {
		const said = view.walk.answers.filter((a) => a.topic !== "main_cap" || a.place === "main 2");
		const calls = answering({ ...view, walk: { ...view.walk, answers: said } });
		visit(<StripPlace />, "/jobs/:id/strip", "/jobs/6/strip");
		const caps = await screen.findByRole("region", { name: "Main caps" });
		fireEvent.click(within(caps).getByRole("button", { name: /^The others: marked/ }));
		await waitFor(() => expect(answers(calls)).toHaveLength(1));
		expect(answers(calls)[0]?.map((a) => `${a.place} ${a.value}`)).toEqual([
			"main 1 marked",
			"main 3 marked",
			"main 4 marked",
			"main 5 marked",
		]);
	});
	it("shows what follows from the answers, gravest first, and the end float taken so far", async () => {
		answering(view);
		visit(<StripPlace />, "/jobs/:id/strip", "/jobs/6/strip");
		const fault = await screen.findByText(/Main 4's bolts: one came loose too easily/);
		const note = screen.getByText(/Main 2's cap has no mark/);
		expect(fault.compareDocumentPosition(note) & Node.DOCUMENT_POSITION_FOLLOWING).toBeTruthy();
		expect(screen.getByText(/turned half a turn$/)).toBeTruthy();
	});
	it("takes an answer back where the server refuses it", async () => {
		const refused: Answer = {
			status: 422,
			body: { status: 422, detail: "Nothing of that name is asked of this engine.", errors: [] },
		};
		answering(unasked, refused);
		visit(<StripPlace />, "/jobs/:id/strip", "/jobs/6/strip");
		const free = await screen.findByRole("radio", { name: "Tight" });
		fireEvent.click(free);
		expect(await screen.findByText("Nothing of that name is asked of this engine.")).toBeTruthy();
		await waitFor(() => expect(screen.getByRole("radio", { name: "Tight" }).getAttribute("aria-checked")).toBe("false"));
	});
});

describe("Look", () => {
	it("grades the part that is lit by a number key and goes on to the next that is open", async () => {
		const features = view.features.map((f) => (f.kind === "cylinder" || f.kind === "piston" ? { ...f, look: "" as const } : f));
		const calls = answering({ ...view, features });
		const { router } = visit(<LookPlace />, "/jobs/:id/look", "/jobs/6/look?part=cylinder.4");
		expect(await screen.findByRole("heading", { name: "Cylinder 4" })).toBeTruthy();
		fireEvent.keyDown(window, { key: "3" });
		await waitFor(() => expect(calls.some((c) => c.path.endsWith("/looks"))).toBe(true));
		expect(calls.find((c) => c.path.endsWith("/looks"))?.body as LookBody).toMatchObject({
			kind: "cylinder",
			number: 4,
			look: "scored",
		});
		expect(await screen.findByRole("heading", { name: "Piston 1" })).toBeTruthy();
		fireEvent.keyDown(document.body, { key: "ArrowLeft" });
		await waitFor(() => expect(router.state.location.search).toBe("?part=rod_housing.4"));
		// A part of the drawing lights it, the one the address named at first as well.
		fireEvent.click(await screen.findByRole("link", { name: /^Cylinder 4:/ }));
		expect(await screen.findByRole("heading", { name: "Cylinder 4" })).toBeTruthy();
	});
	it("draws the shells in their order", async () => {
		answering(view);
		visit(<LookPlace />, "/jobs/:id/look", "/jobs/6/look");
		expect(await screen.findByTitle("Main shells laid out, front to rear")).toBeTruthy();
	});
});

describe("Intake", () => {
	it("keeps a stamp on Enter, once, and only where it is a size", async () => {
		const calls = answering(unasked);
		visit(<IntakePlace />, "/jobs/:id/intake", "/jobs/6/intake");
		const stamp = await screen.findByRole("textbox", { name: "Stamped for the mains" });
		fireEvent.change(stamp, { target: { value: "ten" } });
		fireEvent.keyDown(stamp, { key: "Enter" });
		expect(screen.getByText("A size as a number, 0 for standard.")).toBeTruthy();
		expect(answers(calls)).toEqual([]);
		fireEvent.change(stamp, { target: { value: "0,010" } });
		fireEvent.keyDown(stamp, { key: "Enter" });
		await waitFor(() => expect(answers(calls)).toHaveLength(1));
		expect(answers(calls)[0]?.[0]).toMatchObject({ topic: "main_stamp", place: "", value: "0.010" });
	});
	it("refuses a picture that is too large before it is sent", async () => {
		const calls = answering(unasked);
		const { container } = visit(<IntakePlace />, "/jobs/:id/intake", "/jobs/6/intake");
		await screen.findByRole("button", { name: "Add a photograph" });
		const large = new File(["x"], "wall.jpg", { type: "image/jpeg" });
		Object.defineProperty(large, "size", { value: 13 * 1024 * 1024 });
		fireEvent.change(container.querySelector('input[type="file"]') as Element, { target: { files: [large] } });
		expect(await screen.findByText(/wall.jpg is larger than 12 MB/)).toBeTruthy();
		expect(calls.every((c) => c.method === "GET")).toBe(true);
	});
	it("says where somebody else changed the job meanwhile, and keeps what was typed", async () => {
		answering(unasked, { status: 409, body: { status: 409, detail: "Somebody else changed this job meanwhile.", errors: [] } });
		visit(<IntakePlace />, "/jobs/:id/intake", "/jobs/6/intake");
		const customer = await screen.findByLabelText("Customer");
		fireEvent.change(customer, { target: { value: "Mill Trust" } });
		fireEvent.click(screen.getByRole("button", { name: "Save" }));
		expect(await screen.findByText("Somebody else changed this job meanwhile.")).toBeTruthy();
		expect((customer as HTMLInputElement).value).toBe("Mill Trust");
	});
});

describe("Job", () => {
	it("draws the bend, and lists what is not on the drawings", async () => {
		answering(view);
		visit(<JobPlace />, "/jobs/:id", "/jobs/6");
		fireEvent.click(await screen.findByRole("button", { name: "Bend" }));
		const bend = await screen.findByRole("region", { name: "Bend of the crankshaft" });
		expect(within(bend).getAllByText(/One bend, at its widest at main 3/)[0]).toBeTruthy();
		expect(screen.getByRole("link", { name: /Runout of main 5/ })).toBeTruthy();
		expect(screen.getAllByRole("link", { name: /Deck/ }).length).toBe(2); // as a part, and as a set
	});
	it("takes up what the job does not measure yet, as many as there usually are", async () => {
		const calls = answering(view);
		visit(<JobPlace />, "/jobs/:id", "/jobs/6");
		fireEvent.click(await screen.findByRole("button", { name: "Measure something else, too" }));
		fireEvent.click(await screen.findByRole("combobox", { name: "What" }));
		fireEvent.click(await screen.findByRole("option", { name: "Cam lobes", hidden: true }));
		expect((screen.getByLabelText("How many") as HTMLInputElement).value).toBe("8");
		fireEvent.click(screen.getByRole("button", { name: "Add" }));
		await waitFor(() => expect(calls.some((c) => c.path.endsWith("/parts"))).toBe(true));
		expect(calls.find((c) => c.path.endsWith("/parts"))?.body).toEqual({ kind: "cam_lobe", count: 8 });
	});
});
