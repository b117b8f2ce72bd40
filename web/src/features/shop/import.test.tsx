import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { afterEach, describe, expect, it } from "vitest";
import { type Call, serve, visit } from "../../testdata/server";
import "./ImportDialog"; // comes when it is wanted; here it is there before
import { ShopPlace } from ".";

afterEach(() => {
	document.body.innerHTML = "";
});

const file = (name: string, text: string, size?: number) => {
	const made = new File([text], name);
	made.text = async () => text; // jsdom's files cannot be read
	if (size !== undefined) Object.defineProperty(made, "size", { value: size });
	return made;
};

/** Opens the dialog and chooses a file. */
async function choose(chosen: File, answer: (call: Call) => { status: number; body: unknown } | undefined) {
	const packed: string[] = [];
	const calls = serve(answer);
	const plain = globalThis.fetch;
	globalThis.fetch = async (input, init) => {
		const request = input as Request;
		if (!request.url.includes("/archives")) return plain(input, init);
		packed.push(`${request.headers.get("Content-Type")} ${new URL(request.url).search}`);
		const own = answer({ method: "POST", path: "/api/v1/archives", query: {}, body: undefined, headers: new Headers() });
		return new Response(JSON.stringify(own?.body), {
			status: own?.status,
			headers: { "Content-Type": own && own.status < 400 ? "application/json" : "application/problem+json" },
		});
	};
	const { router } = visit(<ShopPlace />, "/", "/");
	fireEvent.click(await screen.findByRole("button", { name: "Import" }));
	const dialog = await screen.findByRole("dialog");
	fireEvent.change(document.querySelector("input[type=file]") as HTMLInputElement, { target: { files: [chosen] } });
	return {
		calls,
		packed,
		dialog,
		router,
		take: () => within(dialog).getByRole("button", { name: "Take it as a new job" }) as HTMLButtonElement,
	};
}

const answer = { engine: "Pump", customer: "A trust", features: 12, readings: 96, job: 0 };

describe("A job from a file", () => {
	it("looks into an open file first, and takes it only when asked to", async () => {
		const { calls, dialog, take, router } = await choose(file("a.json", "{}"), (call) =>
			call.path === "/api/v1/imports"
				? { status: 200, body: { ...answer, job: call.query.take === "true" ? 12 : 0 } }
				: undefined,
		);
		expect(await within(dialog).findByText(/A trust: 12 features, 96 readings/)).toBeTruthy();
		expect(calls.filter((c) => c.path === "/api/v1/imports").map((c) => c.query.take)).toEqual(["false"]);
		fireEvent.click(take());
		await waitFor(() => expect(router.state.location.pathname).toBe("/jobs/12"));
	});
	it("names every place that is wrong, and takes nothing", async () => {
		const { dialog, take } = await choose(file("a.json", "{}"), (call) =>
			call.path === "/api/v1/imports"
				? {
						status: 422,
						body: {
							status: 422,
							detail: "The file cannot be taken: 2 problems.",
							errors: [
								{ location: "/unit", message: "is required" },
								{ location: "/features/3/kind", message: "is not known" },
							],
						},
					}
				: undefined,
		);
		expect(await within(dialog).findByText("The file cannot be taken: 2 problems.")).toBeTruthy();
		expect(within(dialog).getByText("/features/3/kind: is not known")).toBeTruthy();
		expect(take().disabled).toBe(true);
	});
	it("does not even send what is larger than any inspection", async () => {
		const { calls, dialog, take } = await choose(file("a.json", "{}", 5_000_000), () => undefined);
		expect(await within(dialog).findByText("This file is larger than any inspection.")).toBeTruthy();
		expect(calls.some((c) => c.path === "/api/v1/imports")).toBe(false);
		expect(take().disabled).toBe(true);
	});
	it("takes a whole record as it is, however large, and says what it holds", async () => {
		const { packed, calls, dialog, take, router } = await choose(file("chapel.ledge.zip", "PK", 9_000_000), (call) =>
			call.path === "/api/v1/archives" ? { status: 201, body: { ...answer, job: 31 } } : undefined,
		);
		expect(await within(dialog).findByText(/It becomes a job of its own; nothing here is/)).toBeTruthy();
		expect(calls.some((c) => c.path === "/api/v1/imports")).toBe(false);
		fireEvent.click(take());
		await waitFor(() => expect(router.state.location.pathname).toBe("/jobs/31"));
		expect(packed).toEqual([expect.stringMatching(/^application\/octet-stream \?id=[0-9a-f-]{36}$/)]);
	});
	it("says why a record is not taken", async () => {
		const sentence = "This is not a job's file: it is no zip.";
		const { dialog, take } = await choose(file("broken.zip", "PK"), (call) =>
			call.path === "/api/v1/archives"
				? { status: 422, body: { status: 422, detail: sentence, errors: [{ location: "body.file", message: sentence }] } }
				: undefined,
		);
		await within(dialog).findByText(/It becomes a job of its own/);
		fireEvent.click(take());
		expect((await within(dialog).findAllByText(new RegExp(sentence))).length).toBeGreaterThan(0);
	});
});
