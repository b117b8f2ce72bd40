import { describe, expect, it } from "vitest";
import type { Moment } from "../../api/client";
import { jobs } from "../../testdata/server";
import { place, said } from "./moments";

const moment = (m: Partial<Moment>): Moment => ({ at: "2026-11-23T09:00:00Z", by: "Ida", what: "change", text: "", ...m });

describe("What happened, in words", () => {
	it.each<[Partial<Moment>, string]>([
		[{ what: "reading", count: 8 }, "took 8 readings"],
		[{ what: "reading", count: 1, value: 634619000 }, "read 2.4985"],
		[{ what: "reading", count: 1, value: 634619000, text: "superseded" }, "read 2.4985, since replaced by another reading"],
		[{ what: "reading", count: 1, text: "skip oil_hole" }, "skipped a place: oil hole"],
		[{ what: "decision", text: "main_journals grind", value: 5080000 }, "signed Mains: Grind 0.020 under"],
		[
			{ what: "decision", text: "rod_journals replace, overruled: two lines\nof it: all", value: 0 },
			"signed Rod journals: Replace the crankshaft, against the advice. “two lines\nof it: all”",
		],
		[{ what: "crack_test", text: "test_clear: dye" }, "crack test: clear: dye"],
		[{ what: "look", text: "heat" }, "graded it heat marks"],
		[{ what: "zero", value: 0 }, "checked the zero: it stands"],
		[{ what: "zero", value: 254000 }, "checked the zero: off by 0.0010"],
		[
			{ what: "change", text: 'head, before: {"customer":"A & B","engine":"Pump"}' },
			"changed the head of the job; before it said customer A & B, engine Pump",
		],
		[{ what: "change", text: "head, before: {broken" }, "head, before: {broken"],
		[{ what: "order", text: "grind issue 4" }, "issued: grind issue 4"],
		[{ what: "share", text: "revoked, of the trust" }, "revoked the link of the trust"],
	])("%j", (m, words) => {
		expect(said(jobs[1], moment(m))).toBe(words);
	});
	it("names the part with its state", () => {
		expect(place(jobs[1], moment({ kind: "main_journal", number: 3, state: "as_found" }))).toBe("Main 3");
		expect(place(jobs[1], moment({ kind: "main_journal", number: 3, state: "after_grind" }))).toBe("Main 3, after grinding");
		expect(place(jobs[1], moment({}))).toBe("");
	});
});
