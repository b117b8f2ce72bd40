import { QueryClient } from "@tanstack/react-query";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { type Answer, type Call, jobs, serve } from "../testdata/server";
import { askAs, type ReadingBody } from "./client";
import { type Entry, queue, sendQueue } from "./queue";

const taken: Answer = {
	status: 201,
	body: { reading: {}, follows: 0, change: 1, features: [], fits: [], said: [] },
};

const entry = (more: Partial<Entry> = {}): Omit<Entry, "id" | "at"> => ({
	job: 6,
	kind: "main_journal",
	number: 1,
	state: "as_found",
	by: "Wanda Pell",
	cell: { station: 0, direction: 0 },
	typed: "79",
	system: "in",
	repeat: false,
	unusual: false,
	reading: {
		kind: more.kind ?? "main_journal",
		number: more.number ?? 1,
		state: "as_found",
		station: 0,
		direction: 0,
		station_name: "A",
		direction_at: 0,
		seen: ["r"],
		what: "size",
		value: 1,
		typed: more.typed ?? "79",
		gauge: "g",
		repeat: false,
		unusual: false,
	},
	...more,
});

const client = () => new QueryClient({ defaultOptions: { queries: { retry: false } } });
const sent = (calls: Call[]) => calls.filter((c) => c.method === "POST").map((c) => (c.body as ReadingBody).typed);

function answering(answer: (typed: string) => Answer): Call[] {
	return serve((call) => (call.method === "POST" ? answer((call.body as ReadingBody).typed) : undefined));
}

beforeEach(() => localStorage.clear());
afterEach(() => {
	for (const e of queue.snapshot().entries) queue.remove(e.id);
	vi.useRealTimers();
});

it("keeps entries in the browser's storage until the server has them, in the order typed", async () => {
	const calls = answering(() => taken);
	for (const typed of ["79", "80", "81"]) queue.add(entry({ typed }));
	expect(Object.keys(localStorage)).toHaveLength(3);
	await sendQueue(client(), 6);
	expect(sent(calls)).toEqual(["79", "80", "81"]);
	expect(Object.keys(localStorage)).toHaveLength(0);
	expect(queue.snapshot().entries).toEqual([]);
});

it("finds again what an earlier page stored, and leaves alone what is no entry", () => {
	queue.add(entry({ typed: "79" }));
	const stored = { ...localStorage };
	for (const e of queue.snapshot().entries) queue.remove(e.id);
	for (const [key, value] of Object.entries(stored)) localStorage.setItem(key, value as string);
	localStorage.setItem("ledge.entry.broken", "{");
	localStorage.setItem("ledge.person", '"Wanda"');
	queue.load();
	expect(queue.snapshot().entries.map((e) => e.typed)).toEqual(["79"]);
	expect(localStorage.getItem("ledge.entry.broken")).toBeNull();
	expect(localStorage.getItem("ledge.person")).toBe('"Wanda"');
});

it("takes up what another tab stored", () => {
	const other = { ...entry({ typed: "80" }), id: "other", at: 1 };
	localStorage.setItem("ledge.entry.other", JSON.stringify(other));
	window.dispatchEvent(new StorageEvent("storage", { key: "ledge.entry.other" }));
	expect(queue.snapshot().entries.map((e) => e.id)).toEqual(["other"]);
});

it("holds up the same part behind a refused entry, and lets other parts go on", async () => {
	const refused: Answer = { status: 422, body: { status: 422, detail: "Type two digits at least.", errors: [] } };
	const calls = answering((typed) => (typed === "?" ? refused : taken));
	queue.add(entry({ typed: "?" }));
	queue.add(entry({ typed: "80" }));
	queue.add(entry({ typed: "81", number: 2 }));
	await sendQueue(client(), 6);
	expect(sent(calls)).toEqual(["?", "81"]);
	const [first, behind] = queue.snapshot().entries;
	expect(first?.trouble).toEqual({ sentence: "Type two digits at least.", canConfirm: false });
	expect(behind?.typed).toBe("80");
	// What mends it takes its turn, before what was typed behind it.
	queue.add(entry({ typed: "79" }), first);
	await sendQueue(client(), 6);
	expect(sent(calls)).toEqual(["?", "81", "79", "80"]);
});

it("marks what the server asks about, so that it can be confirmed", async () => {
	answering(() => ({
		status: 422,
		body: { status: 422, detail: "Far off.", errors: [{ location: "body.value", message: "far", value: "unusual" }] },
	}));
	queue.add(entry());
	await sendQueue(client(), 6);
	expect(queue.snapshot().entries[0]?.trouble).toEqual({ sentence: "Far off.", canConfirm: true });
});

it("sends again under the same id while the server is away or in trouble, and says so meanwhile", async () => {
	const answers: Answer[] = ["away", { status: 500, body: { status: 500, detail: "x" } }, taken];
	const calls = serve((call) => (call.method === "POST" ? answers.shift() : undefined));
	queue.add(entry());
	const done = sendQueue(client(), 6);
	await vi.waitFor(() => expect(queue.snapshot().away).toBe(true), { timeout: 3000 });
	await done;
	expect(queue.snapshot().away).toBe(false);
	const ids = calls.filter((c) => c.method === "POST").map((c) => (c.body as ReadingBody).id);
	expect(ids).toHaveLength(3);
	expect(new Set(ids).size).toBe(1);
});

it("sends a job's entries once, however many places ask for it", async () => {
	const calls = answering(() => taken);
	queue.add(entry());
	const queries = client();
	await Promise.all([sendQueue(queries, 6), sendQueue(queries, 6), sendQueue(queries, 6)]);
	expect(sent(calls)).toEqual(["79"]);
});

it("sends what was frozen, under the name and for the place it was entered, whoever is at the bench by now", async () => {
	const names: (string | null)[] = [];
	const calls = serve((call) => {
		if (call.method !== "POST") return undefined;
		names.push(call.headers.get("Ledge-Person"));
		return taken;
	});
	const older = entry({ by: "Wanda Pell", typed: "85" });
	queue.add({ ...older, reading: { ...older.reading, by: "Wanda Pell" } as typeof older.reading });
	await sendQueue(client(), 6);
	expect(calls.find((c) => c.method === "POST")?.body).not.toHaveProperty("by");
	expect(calls.filter((c) => c.method === "POST").map((c) => c.body)).toMatchObject([
		{ value: 1, station_name: "A", direction_at: 0, seen: ["r"], gauge: "g" },
	]);
	expect(names).toEqual(["Wanda%20Pell"]);
});

it("keeps what one person entered back while another is signed in", async () => {
	const calls = answering(() => taken);
	askAs("Otto", true);
	queue.add(entry({ by: "Wanda", typed: "79" }));
	queue.add(entry({ by: "Otto", typed: "80", number: 2 }));
	await sendQueue(client(), 6);
	expect(sent(calls)).toEqual(["80"]);
	askAs("Wanda", true);
	await sendQueue(client(), 6);
	expect(sent(calls)).toEqual(["80", "79"]);
	askAs("");
});

it("sends grades behind one another, each for the part that was lit", async () => {
	const calls = serve((call) => (call.method === "POST" ? { status: 201, body: jobs[6] } : undefined));
	for (const number of [1, 2, 3]) {
		const place = { kind: "main_journal" as const, number, state: "as_found" };
		queue.grade({ job: 6, ...place }, "Wanda", { ...place, what: "grade", look: "smooth", note: "" });
	}
	await sendQueue(client(), 6);
	expect(calls.filter((c) => c.method === "POST").map((c) => [c.path, (c.body as ReadingBody).number])).toEqual([
		["/api/v1/jobs/6/looks", 1],
		["/api/v1/jobs/6/looks", 2],
		["/api/v1/jobs/6/looks", 3],
	]);
});

it.each(["full", "blocked"])(
	"takes what is entered where the browser's storage is %s, sends it, and says what is true",
	async (how) => {
		const refuse = () => {
			throw new DOMException(how, how === "full" ? "QuotaExceededError" : "SecurityError");
		};
		const setItem = vi.spyOn(Storage.prototype, "setItem").mockImplementation(refuse);
		const blocked = how === "blocked" ? vi.spyOn(window, "localStorage", "get").mockImplementation(refuse) : undefined;
		const calls = answering(() => taken);
		queue.load();
		queue.add(entry({ typed: "79" }));
		queue.add(entry({ typed: "80" }));
		expect(queue.snapshot().full).toMatch(/in this page alone/);
		expect(queue.fleeting()).toBe(2);
		queue.load();
		expect(queue.snapshot().entries.map((e) => e.typed)).toEqual(["79", "80"]);
		await sendQueue(client(), 6);
		expect(sent(calls)).toEqual(["79", "80"]);
		expect(queue.snapshot().full).toBe("");
		setItem.mockRestore();
		blocked?.mockRestore();
	},
);

it("orders entries by a count: a clock that goes back between two puts no correction before what it corrects", async () => {
	const calls = answering(() => taken);
	vi.useFakeTimers({ toFake: ["Date"], now: new Date("2026-11-29T12:00:00Z") });
	queue.add(entry({ typed: "79" }));
	vi.setSystemTime(new Date("2026-11-29T10:00:00Z"));
	// Another tab, or the page after a reload: it knows only what is stored.
	queue.load();
	queue.add(entry({ typed: "80" }));
	expect(queue.snapshot().entries.map((e) => e.typed)).toEqual(["79", "80"]);
	await sendQueue(client(), 6);
	expect(sent(calls)).toEqual(["79", "80"]);
});

it("asks once more about what an older page stored, which means nothing by itself", () => {
	const { reading: _, ...old } = entry({ typed: "85" });
	localStorage.setItem("ledge.entry.old", JSON.stringify({ ...old, id: "old", at: 1 }));
	queue.load();
	expect(queue.snapshot().entries[0]?.trouble?.canConfirm).toBe(true);
});

it("makes its ids where the browser calls the address insecure", () => {
	vi.stubGlobal("crypto", { getRandomValues: crypto.getRandomValues.bind(crypto) });
	queue.add(entry());
	vi.unstubAllGlobals();
	expect(queue.snapshot().entries[0]?.id).toMatch(/^[0-9a-f-]{36}$/);
});
