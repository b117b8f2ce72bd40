import { QueryClient } from "@tanstack/react-query";
import { expect, it } from "vitest";
import after from "../testdata/job-4-read.json";
import answer from "../testdata/reading-4.json";
import { jobs, serve } from "../testdata/server";
import { keep, take } from "./changes";
import type { JobView, ReadingAnswer } from "./client";
import { patched } from "./patch";
import { jobQuery } from "./queries";

const before = jobs[4];
const whole = after as unknown as JobView;
const read = answer as unknown as ReadingAnswer;

/** A job without what other places ask for, its findings with their parts. */
const bench = ({ features, evaluation, ...rest }: JobView) => ({
	...rest,
	decided: undefined,
	orders: undefined,
	parts: features.map((f) => ({ ...f, finding: f.finding < 0 ? undefined : evaluation.features[f.finding] })),
	fits: [...evaluation.fits].sort((a, b) => JSON.stringify(a).localeCompare(JSON.stringify(b))),
});

it("makes of a job before a reading, with its answer, what the server says of it after", () => {
	expect(read.features.length).toBeGreaterThan(0);
	expect(bench(before)).not.toEqual(bench(whole));
	expect(bench(patched(before, read))).toEqual(bench(whole));
	// A second reading of the same part goes on from there.
	const again: ReadingAnswer = { ...read, follows: read.change, change: read.change + 1, features: [], fits: [] };
	expect(bench(patched(patched(before, read), again))).toEqual({ ...bench(whole), change: read.change + 1 });
});

it("takes back a finding where nothing is recorded any more", () => {
	const id = read.features.find((f) => f.lines)?.id ?? 0;
	const cleared = patched(before, { ...read, features: [{ id, standing: "open", recorded: false }] });
	const part = cleared.features.find((f) => f.id === id);
	expect(part?.finding).toBe(-1);
	expect(part?.standing).toBe("open");
});

it("asks for nothing after its own reading, and for the whole where another came between", async () => {
	const calls = serve((call) => (call.path === "/api/v1/jobs/4" ? { status: 200, body: whole } : undefined));
	const queries = new QueryClient();
	const { queryKey } = jobQuery(4);
	const invalidated = () => queries.getQueryState(queryKey)?.isInvalidated;
	await keep(queries, before);
	await take(queries, 4, read);
	expect(queries.getQueryData(queryKey)?.change).toBe(read.change);
	expect(calls).toHaveLength(0);
	expect(invalidated()).toBe(false);
	await take(queries, 4, { ...read, follows: read.change + 1, change: read.change + 2 });
	expect(invalidated()).toBe(true);
});

it("is not undone by an answer that was asked for before it", async () => {
	let answer: (value: unknown) => void = () => {};
	const late = new Promise((resolve) => {
		answer = resolve;
	});
	const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
	const { queryKey } = jobQuery(4);
	await keep(queries, before);
	const asked = queries.fetchQuery({ queryKey, queryFn: () => late as Promise<JobView>, staleTime: 0 }).catch(() => undefined);
	await take(queries, 4, read);
	answer(before);
	await asked;
	await new Promise((resolve) => setTimeout(resolve));
	expect(queries.getQueryData(queryKey)?.change).toBe(read.change);
});
