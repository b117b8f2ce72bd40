import { describe, expect, it } from "vitest";
import type { Moment } from "../api/client";
import { jobs } from "../testdata/server";
import { place, said } from "./moments";

const moment = (m: Partial<Moment>): Moment => ({ at: "2026-11-23T09:00:00Z", by: "Ida", what: "change", ...m });

describe("What happened, in words", () => {
	it.each<[Partial<Moment>, string]>([
		[{ what: "reading", count: 8 }, "took 8 readings"],
		[{ what: "reading", count: 1, value: 634619000, reading: "size" }, "read 2.4985"],
		[
			{ what: "reading", count: 1, value: 634619000, reading: "size", superseded: true },
			"read 2.4985, since replaced by another reading",
		],
		[{ what: "reading", count: 1, reading: "skip", reason: "oil_hole" }, "skipped a place: oil hole"],
		[
			{ what: "decision", set: "main_journals", action: "grind", says: "grind 0.020 in under" },
			"signed Mains: Grind 0.020 in under",
		],
		[
			{
				what: "decision",
				set: "rod_journals",
				action: "replace",
				says: "replace by another crankshaft",
				overruled: true,
				reason: "two lines\nof it: all",
				component: "spare",
			},
			"signed Rod journals (spare): Replace by another crankshaft, against the advice. “two lines\nof it: all”",
		],
		[{ what: "crack_test", look: "clear", note: "dye" }, "crack test: clear: dye"],
		[{ what: "look", look: "heat" }, "graded it heat marks (blued)"],
		[{ what: "reading", kind: "rod_weight", number: 1, reading: "size", value: 2_431_500_000 }, "read 243.2 g"],
		[{ what: "zero", value: 0 }, "checked the zero: no deviation"],
		[{ what: "zero", value: 254000 }, "checked the zero: off by 0.0010"],
		[
			{ change: "head", before: { customer: "A & B", engine: "Pump", duty: "standard" } },
			"changed the head of the job; before it said customer A & B, engine Pump, duty standard",
		],
		[{ change: "taken_in", many: 1 }, "imported 1 reading from a file"],
		[{ change: "state", part_kind: "main_journal", part_state: "after_grind" }, "Main journals: to be measured after grinding"],
		[
			{ change: "component_retired", of: "crankshaft", for: "Crankshaft (spare)", reason: "cracked" },
			"Crankshaft: retired with everything measured of it; in its place: Crankshaft (spare). “cracked”",
		],
		[{ change: "plan", text: "Main: measured by the plan of old" }, "Main: measured by the plan of old"],
		[{ what: "order", sheet: "grind", issue: 4 }, "issued: grind, issue 4"],
		[
			{ what: "order_event", sheet: "grind", issue: 4, said: "accepted", reason: "fine" },
			"grind, issue 4: accepted as it came. “fine”",
		],
		[{ what: "share", for: "the trust", removed: true }, "revoked the link of the trust"],
	])("%j", (m, words) => {
		expect(said(jobs[1], moment(m))).toBe(words);
	});
	it("names the part with its place and its state", () => {
		expect(place(jobs[1], moment({ kind: "main_journal", number: 3, state: "as_found" }))).toBe("Main 3");
		expect(
			place(jobs[1], moment({ kind: "main_journal", number: 3, state: "after_grind", station: "A", direction: 45_000_000 })),
		).toBe("Main 3, A, 45°, after grinding");
		expect(place(jobs[1], moment({ kind: "main_journal", number: 3, component: "spare" }))).toBe("Main journals (spare)");
		expect(place(jobs[1], moment({ kind: "deck_heights", number: 1, state: "as_found", station: "left", column: 2 }))).toMatch(
			/, left, 3$/,
		);
		expect(place(jobs[1], moment({}))).toBe("");
	});
});
