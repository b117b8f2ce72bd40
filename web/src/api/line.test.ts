import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { GaugeLine, type LineFrame, type Took } from "./line";
import { bytesOf } from "./web-serial";

const took = (seq: number): Took => ({ seq, size: seq * 100, unit: "in", line: `line ${seq}` });
const frame = (more: Partial<LineFrame>): LineFrame => ({ standing: "live", rate: 1, run: "a", ...more });
const settled = () => new Promise((resolve) => setTimeout(resolve, 0));

describe("a line", () => {
	let line = new GaugeLine();
	beforeEach(() => {
		line = new GaugeLine();
	});
	afterEach(() => line.close());

	it("gives what was taken to one after another, in its order, and keeps what nobody takes yet", async () => {
		const first: number[] = [];
		line.heard(frame({ taken: [took(1), took(2)] }));
		// The bench goes to another part with the first: the next one is that part's.
		const second: number[] = [];
		let leaveSecond = () => {};
		const leave = line.placedBy((t) => {
			first.push(t.seq);
			leave();
			leaveSecond = line.placedBy((after) => second.push(after.seq) > 0);
			return true;
		});
		await settled();
		expect(first).toEqual([1]);
		expect(second).toEqual([2]);
		line.heard(frame({ taken: [took(3)] }));
		expect(second).toEqual([2, 3]);
		leaveSecond();
	});

	it("keeps what finds no place yet, in its order, takes nothing twice that is told again, and says what is left over", async () => {
		const placed: number[] = [];
		let open = false;
		const leave = line.placedBy((t) => open && placed.push(t.seq) > 0);
		line.heard(frame({ run: "b", taken: [took(1), took(2)] }));
		line.heard(frame({ run: "b", taken: [took(2), took(3)] }));
		expect(placed).toEqual([]);
		open = true;
		line.heard(frame({ run: "b" }));
		expect(placed).toEqual([1, 2, 3]);
		line.heard(frame({ run: "c", taken: [took(1)] }));
		expect(placed).toEqual([1, 2, 3, 1]);
		leave();
		line.heard(frame({ run: "c", taken: [took(2), took(3)] }));
		line.release();
		expect(line.state().unplaced?.count).toBe(2);
		line.said();
	});

	it("tells only what changed of how it does, and keeps the last seconds of what it showed", () => {
		const told = vi.fn();
		const stop = line.subscribe(told);
		line.heard(frame({ shown: { size: 5, unit: "mm", line: "5" }, trace: [1, 2, 3] }));
		const before = line.state();
		line.heard(frame({ shown: { size: 6, unit: "mm", line: "6" }, trace: [4] }));
		expect(line.state()).toBe(before);
		expect(line.shown().trace).toEqual([1, 2, 3, 4]);
		for (let i = 0; i < 100; i++) line.heard(frame({ shown: { size: i, unit: "mm", line: "" }, trace: [i, i, i, i, i] }));
		expect(line.shown().trace).toHaveLength(240);
		line.heard(frame({ standing: "silent" }));
		expect(line.state().standing).toBe("silent");
		expect(line.shown().shown).toBeUndefined();
		expect(line.shown().trace).toEqual([]);
		stop();
	});

	it("goes on as the same bench after a reload, from what found its place, and says nothing once it is closed", () => {
		const placed: number[] = [];
		line.placedBy((t) => placed.push(t.seq) > 0);
		line.heard(frame({ run: "d", taken: [took(1), took(2)] }));
		window.dispatchEvent(new Event("pagehide"));
		line.close();
		const told = vi.fn();
		line.subscribe(told);
		line.close();
		line.heard(frame({ run: "d", taken: [took(3)] }));
		expect(placed).toEqual([1, 2]);
		expect(told).not.toHaveBeenCalled();
		const after = new GaugeLine();
		after.placedBy((t) => placed.push(t.seq) > 0);
		after.heard(frame({ run: "d", taken: [took(2), took(3)] }));
		expect(placed, "what had its place is not taken twice").toEqual([1, 2, 3]);
		after.close();
	});
});

it("asks a gauge in the same bytes as the server does", () => {
	expect([...bytesOf("R1\\r\\n\\x1B\\\\\\t")]).toEqual([82, 49, 13, 10, 27, 92, 9]);
});
