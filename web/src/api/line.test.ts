import { beforeEach, describe, expect, it, vi } from "vitest";
import { heard, type LineFrame, line, type Took } from "./line";
import { bytesOf } from "./web-serial";

const took = (seq: number): Took => ({ seq, size: seq * 100, unit: "in", line: `line ${seq}` });
const frame = (more: Partial<LineFrame>): LineFrame => ({ standing: "live", rate: 1, ...more });
const settled = () => new Promise((resolve) => setTimeout(resolve, 0));

describe("a line", () => {
	beforeEach(() => line.release());

	it("gives what was taken to one after another, in its order, and keeps what nobody takes yet", async () => {
		const first: number[] = [];
		heard(frame({ taken: [took(1), took(2)] }));
		// The bench goes to another part with the first: the next one is that part's.
		const second: number[] = [];
		const leave = line.placedBy((t) => {
			first.push(t.seq);
			leave();
			line.placedBy((after) => second.push(after.seq));
		});
		await settled();
		expect(first).toEqual([1]);
		expect(second).toEqual([2]);
		heard(frame({ taken: [took(3)] }));
		expect(second).toEqual([2, 3]);
	});

	it("tells only what changed of how it does, and keeps the last seconds of what it showed", () => {
		const told = vi.fn();
		const stop = line.subscribe(told);
		heard(frame({ shown: { size: 5, unit: "mm", line: "5" }, trace: [1, 2, 3] }));
		const before = line.state();
		heard(frame({ shown: { size: 6, unit: "mm", line: "6" }, trace: [4] }));
		expect(line.state()).toBe(before);
		expect(line.shown().trace).toEqual([1, 2, 3, 4]);
		for (let i = 0; i < 100; i++) heard(frame({ shown: { size: i, unit: "mm", line: "" }, trace: [i, i, i, i, i] }));
		expect(line.shown().trace).toHaveLength(240);
		heard(frame({ standing: "silent" }));
		expect(line.state().standing).toBe("silent");
		expect(line.shown().shown).toBeUndefined();
		expect(line.shown().trace).toEqual([]);
		stop();
	});
});

it("asks a gauge in the same bytes as the server does", () => {
	expect([...bytesOf("R1\\r\\n\\x1B\\\\\\t")]).toEqual([82, 49, 13, 10, 27, 92, 9]);
});
