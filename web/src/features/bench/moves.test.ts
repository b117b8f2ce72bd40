import { describe, expect, it } from "vitest";
import { featureOf } from "../../api/view";
import { jobs } from "../../testdata/server";
import { cellName, handMove, nextCell, stepCell } from "./moves";

const main2 = featureOf(jobs[4], "main_journal", 2);
if (!main2) throw new Error("the demo has no main 2");
const at = (station: number, direction: number) => ({ station, direction });

describe("the way over the grid", () => {
	it("goes back and forth, so that the hands never travel the whole way", () => {
		expect(main2.by_station.map((c) => `${c.station}${c.direction}`).join(" ")).toBe("00 01 02 03 13 12 11 10");
	});
	it("offers the next place that has nothing, past what is read or waiting, and ends when all are", () => {
		// Read so far: all of end A, and B at 0°.
		expect(nextCell(main2, main2.by_station, at(0, 3), [])).toEqual(at(1, 3));
		expect(nextCell(main2, main2.by_station, at(0, 3), [at(1, 3)])).toEqual(at(1, 2));
		expect(nextCell(main2, main2.by_station, at(1, 1), [])).toEqual(at(1, 3));
		expect(nextCell(main2, main2.by_station, at(1, 1), [at(1, 3), at(1, 2)])).toBeUndefined();
	});
	it("is held at the edges", () => {
		expect(stepCell(main2, at(0, 0), "ArrowLeft")).toEqual(at(0, 0));
		expect(stepCell(main2, at(0, 3), "ArrowRight")).toEqual(at(0, 3));
		expect(stepCell(main2, at(0, 1), "ArrowDown")).toEqual(at(1, 1));
		expect(stepCell(main2, at(1, 1), "ArrowUp")).toEqual(at(0, 1));
	});
	it("says in words where the gauge is and what the hands do next", () => {
		expect(cellName(main2, at(1, 1))).toBe("End B, 45°");
		expect(handMove(main2, at(0, 0), at(0, 1))).toBe("next: turn to 45°, stay at A");
		expect(handMove(main2, at(0, 3), at(1, 3))).toBe("next: slide to B, stay at 135°");
		expect(handMove(main2, at(0, 3), at(1, 0))).toBe("next: B, 0°");
		expect(handMove(main2, at(0, 3), undefined)).toBe("last reading here");
		const bearing = featureOf(jobs[3], "rod_bearing", 1);
		expect(bearing && cellName(bearing, at(0, 0))).toBe("Middle, 0°, vertical");
	});
});
