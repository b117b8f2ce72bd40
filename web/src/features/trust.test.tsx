import { fireEvent, renderHook, screen, waitFor } from "@testing-library/react";
import { afterEach, describe, expect, it } from "vitest";
import type { JobLine, Person, Session } from "../api/client";
import { useIds } from "../api/id";
import { serve, visit } from "../testdata/server";
import { who } from "../words/trade";
import { PeoplePlace } from "./people";
import { browserName } from "./people/browser";
import { ShopPlace } from "./shop";

afterEach(() => {
	document.body.innerHTML = "";
});

const CHROME = "Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/156.0.0.0 Safari/537.36";
const IPAD =
	"Mozilla/5.0 (iPad; CPU OS 18_0 like Mac OS X) AppleWebKit/605.1.15 (KHTML, like Gecko) Version/18.0 Mobile/15E148 Safari/604.1";

describe("The shop", () => {
	it("says what is wrong with its file until somebody has seen to it", async () => {
		const sentence = "The disk is full: nothing was lost, nothing more can be kept. Free some space.";
		serve((call) =>
			call.path === "/api/v1/shop"
				? {
						status: 200,
						body: {
							public_url: "",
							fixed: false,
							version: 0,
							troubles: [{ code: "full", sentence, since: "2026-11-25T10:00:00Z" }],
						},
					}
				: undefined,
		);
		visit(<ShopPlace />, "/", "/");
		expect(await screen.findByText("The disk is full")).toBeTruthy();
		expect(screen.getByText(new RegExp(sentence))).toBeTruthy();
	});
	it("shows a job that cannot be read as such, with its record to save, beside all others", async () => {
		const bad: JobLine = {
			id: 77,
			number: "L-0077",
			customer: "",
			engine: "",
			unit: "in",
			shaft: [],
			came: [],
			features: [],
			sets: [],
			waits: { for: "report" },
			unreadable: "This job cannot be judged.",
		};
		serve((call) =>
			call.path === "/api/v1/jobs"
				? { status: 200, body: [bad, { ...bad, id: 1, engine: "Pump", unreadable: undefined }] }
				: undefined,
		);
		visit(<ShopPlace />, "/", "/");
		expect(await screen.findByText("L-0077 cannot be read")).toBeTruthy();
		expect(screen.getByText("Save its record").getAttribute("href")).toBe("/api/v1/jobs/77/archive");
		expect(screen.getByText("Pump")).toBeTruthy();
	});
});

describe("People", () => {
	it("lists the browsers they are signed in with, and signs any but this one out", async () => {
		const person: Person = {
			id: 1,
			name: "Ida Lorn",
			role: "owner",
			barred: false,
			version: 3,
			added_by: "Ida Lorn",
			added_at: "2026-11-23T10:00:00Z",
		};
		const session = (id: string, device: string, own: boolean): Session => ({
			id,
			person_id: 1,
			device,
			began_at: "2026-11-24T10:00:00Z",
			seen_at: "2026-11-25T10:00:00Z",
			this: own,
		});
		const calls = serve((call) => {
			if (call.path === "/api/v1/people") return { status: 200, body: [person] };
			if (call.method === "DELETE") return { status: 200, body: [session("a", CHROME, true)] };
			return call.path === "/api/v1/sessions"
				? { status: 200, body: [session("a", CHROME, true), session("b", IPAD, false)] }
				: undefined;
		});
		visit(<PeoplePlace />, "/people", "/people");
		expect(await screen.findByText("Chrome on Linux")).toBeTruthy();
		expect(screen.queryByLabelText("Sign Ida Lorn out of Chrome on Linux")).toBeNull();
		fireEvent.click(screen.getByLabelText("Sign Ida Lorn out of Safari on iOS"));
		await waitFor(() => expect(screen.queryByText("Safari on iOS")).toBeNull());
		expect(calls.some((c) => c.method === "DELETE" && c.path === "/api/v1/sessions/b")).toBe(true);
		fireEvent.click(screen.getByRole("button", { name: "Deactivate Ida Lorn" }));
		await waitFor(() => expect(calls.find((c) => c.method === "PUT")?.headers.get("If-Match")).toBe('"3"'));
	});
	it("names a browser in short, and leaves an unknown one as it is", () => {
		expect(browserName("curl/8.0")).toBe("curl/8.0");
		expect(browserName("")).toBe("unknown");
	});
});

it("keeps the id of what is sent again until it is done, and gives other content another", () => {
	const { result } = renderHook(() => useIds());
	const first = result.current.of({ engine: "Pump" });
	expect(result.current.of({ engine: "Pump" })).toBe(first);
	expect(result.current.of({ engine: "Winch" })).not.toBe(first);
	const again = result.current.of({ engine: "Pump" });
	result.current.done();
	expect(result.current.of({ engine: "Pump" })).not.toBe(again);
});

it("tells who a file says did something from who did it here", () => {
	expect([who("Ida"), who("Ida", true)]).toEqual(["Ida", "Ida, as a file says"]);
});
