import { useQuery } from "@tanstack/react-query";
import { act, renderHook, waitFor } from "@testing-library/react";
import { expect, it } from "vitest";
import type { ReadingBody } from "../../api/client";
import { jobQuery } from "../../api/queries";
import { type Answer, Around, type Call, jobs, serve } from "../../testdata/server";
import { type Taken, useTaker } from "./use-taker";

/** An entry as the bench freezes it. */
const frozen = (
	typed: string,
	value: number | undefined,
	direction: number,
	more: { unusual?: boolean; reason?: string } = {},
): Taken => ({
	...entry,
	cell: { station: 1, direction },
	typed,
	...more,
	reading: {
		kind: "main_journal",
		number: 2,
		state: "as_found",
		station: 1,
		direction,
		typed,
		repeat: false,
		unusual: more.unusual ?? false,
		...(value === undefined ? { what: "skip" as const, reason: more.reason } : { what: "size" as const, value }),
	},
});

const entry = { cell: { station: 1, direction: 1 }, system: "mm" as const, repeat: false, unusual: false };
const taken: Answer = { status: 201, body: { reading: {}, view: jobs[4] } };

/** A taker on main 2 of the demo's half-measured crank, whose own mean so far is 54.982. */
async function taker(answer: (call: Call) => Answer) {
	const calls = serve((call) => (call.method === "POST" ? answer(call) : undefined));
	const { result } = renderHook(
		() => {
			const query = useQuery(jobQuery(4));
			return {
				ready: query.isSuccess,
				...useTaker({ job: 4, kind: "main_journal", number: 2, state: "as_found" }, "Wanda Pell"),
			};
		},
		{ wrapper: Around },
	);
	await waitFor(() => expect(result.current.ready).toBe(true));
	const sent = () => calls.filter((c) => c.method === "POST").map((c) => c.body as ReadingBody);
	return { result, sent };
}

it("sends entries one by one in the order typed, each as it was frozen", async () => {
	const { result, sent } = await taker(() => taken);
	act(() => {
		result.current.take(frozen("86", 549_860_000, 1));
		result.current.take(frozen("979", 549_790_000, 2));
		result.current.take(frozen("", undefined, 3, { reason: "counterweight" }));
	});
	await waitFor(() => expect(sent()).toHaveLength(3));
	expect(sent().map((b) => [b.what, b.value, b.reason, b.direction])).toEqual([
		["size", 549_860_000, undefined, 1],
		["size", 549_790_000, undefined, 2],
		["skip", undefined, "counterweight", 3],
	]);
	expect(sent().every((b) => b.state === "as_found")).toBe(true);
	await waitFor(() => expect(result.current.waiting).toEqual([]));
});

it("keeps entries while the server is away and sends each again under its own id", async () => {
	let away = true;
	const { result, sent } = await taker(() => (away ? "away" : taken));
	act(() => result.current.take(frozen("86", 549_860_000, 1)));
	await waitFor(() => expect(result.current.away).toBe(true));
	act(() => result.current.take(frozen("87", 549_870_000, 1)));
	expect(result.current.waiting.map((w) => w.typed)).toEqual(["86", "87"]);
	away = false;
	await waitFor(() => expect(result.current.waiting).toEqual([]), { timeout: 4000 });
	expect(result.current.away).toBe(false);
	const ids = sent().map((b) => b.id);
	expect(new Set(ids).size).toBe(2);
	expect(ids[0]).toBe(ids[1]);
});

it("brings a refused entry back with its text, keeps what waits behind it, and goes on once it is mended", async () => {
	const refusal: Answer = {
		status: 422,
		body: {
			status: 422,
			detail: "54.300 lies far outside.",
			errors: [{ location: "body.value", message: "far", value: "unusual" }],
		},
	};
	const { result, sent } = await taker((call) => {
		const b = call.body as ReadingBody;
		return b.value === 543_000_000 && !b.unusual ? refusal : taken;
	});
	act(() => {
		result.current.take(frozen("54.3", 543_000_000, 1));
		result.current.take(frozen("81", 549_810_000, 2));
	});
	await waitFor(() => expect(result.current.trouble?.sentence).toBe("54.300 lies far outside."));
	expect(result.current.trouble?.entry.typed).toBe("54.3");
	expect(result.current.trouble?.canConfirm).toBe(true);
	expect(result.current.waiting.map((w) => w.typed)).toEqual(["81"]);
	act(() => result.current.take(frozen("54.3", 543_000_000, 1, { unusual: true })));
	await waitFor(() => expect(result.current.waiting).toEqual([]));
	expect(sent().map((b) => b.typed)).toEqual(["54.3", "54.3", "81"]);
	expect(result.current.trouble).toBeUndefined();
});
