import { QueryClient } from "@tanstack/react-query";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { type Answer, type Call, jobs, serve } from "../testdata/server";
import type { ReadingBody } from "./client";
import { type Entry, queue, sendQueue } from "./queue";

const taken: Answer = { status: 201, body: { reading: {}, view: jobs[6] } };

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
	...more,
});

/** What the bench would make of an entry, as far as the queue cares. */
const read = (e: Entry): ReadingBody | string =>
	e.typed === "?" ? "Type two digits at least." : ({ id: e.id, typed: e.typed, kind: e.kind, number: e.number } as ReadingBody);

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
	await sendQueue(client(), 6, read);
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
	const calls = answering(() => taken);
	queue.add(entry({ typed: "?" }));
	queue.add(entry({ typed: "80" }));
	queue.add(entry({ typed: "81", number: 2 }));
	await sendQueue(client(), 6, read);
	expect(sent(calls)).toEqual(["81"]);
	const [refused, behind] = queue.snapshot().entries;
	expect(refused?.trouble).toEqual({ sentence: "Type two digits at least.", canConfirm: false });
	expect(behind?.typed).toBe("80");
	// What mends it takes its turn, before what was typed behind it.
	queue.add(entry({ typed: "79" }), refused);
	await sendQueue(client(), 6, read);
	expect(sent(calls)).toEqual(["81", "79", "80"]);
});

it("marks what the server asks about, so that it can be confirmed", async () => {
	answering(() => ({
		status: 422,
		body: { status: 422, detail: "Far off.", errors: [{ location: "body.value", message: "far", value: "unusual" }] },
	}));
	queue.add(entry());
	await sendQueue(client(), 6, read);
	expect(queue.snapshot().entries[0]?.trouble).toEqual({ sentence: "Far off.", canConfirm: true });
});

it("sends again under the same id while the server is away or in trouble, and says so meanwhile", async () => {
	const answers: Answer[] = ["away", { status: 500, body: { status: 500, detail: "x" } }, taken];
	const calls = serve((call) => (call.method === "POST" ? answers.shift() : undefined));
	queue.add(entry());
	const done = sendQueue(client(), 6, read);
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
	await Promise.all([sendQueue(queries, 6, read), sendQueue(queries, 6, read), sendQueue(queries, 6, read)]);
	expect(sent(calls)).toEqual(["79"]);
});
