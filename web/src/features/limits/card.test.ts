import { expect, it } from "vitest";
import type { LimitSet } from "../../api/client";
import { kindRows } from "../../api/table";
import { fieldsFor, fromTyped, kindsFor, limitedKinds, toTyped } from "./card";
import { differences } from "./compare";
import { neighbour, sheetOf } from "./sheet";

const stored: LimitSet = {
	book: {
		main_journal: {
			new: { min: 571_000_000, max: 571_254_000 },
			undersizes: [2_540_000, 5_080_000],
			clearance: { new: { min: 25_400, max: 50_800 }, max: 101_600 },
			shells: [-254_000, 254_000],
			sources: { new: "maker", undersizes: "shop" },
		},
		piston: { wear_max: 1 },
	},
	close: {},
};

it("survives the form, sources and all, with what the form does not show", () => {
	const { limits, errors } = fromTyped(toTyped(stored, "in"), stored, "in");
	expect(errors).toEqual({});
	expect(limits.book.main_journal).toEqual(stored.book.main_journal);
	expect(limits.book.piston).toEqual({ wear_max: 1 });
});

it("reads ranges and lists as they are typed", () => {
	const typed = {
		"book.rod_journal.new": "1.8110-20",
		"book.rod_journal.undersizes": "10,20,30",
		"book.main_journal.new": "2,1645 to 2,1655",
		"book.main_journal.clearance.new": ".001-.0025",
		"book.cylinder.new": "3.1880±.0005",
		"book.main_housing.new": "1.999 – 2",
		"book.cylinder.oversizes": "0,25 0,50",
	};
	const { limits, errors } = fromTyped(typed, { book: {}, close: {} }, "in");
	expect(errors).toEqual({});
	expect(limits.book.rod_journal).toEqual({
		new: { min: 459_994_000, max: 460_248_000 },
		undersizes: [2_540_000_000, 5_080_000_000, 7_620_000_000],
	});
	expect(limits.book.main_journal?.new).toEqual({ min: 549_783_000, max: 550_037_000 });
	expect(limits.book.main_journal?.clearance?.new).toEqual({ min: 254_000, max: 635_000 });
	expect(limits.book.main_housing?.new).toEqual({ min: 507_746_000, max: 508_000_000 });
	expect(limits.book.cylinder?.new).toEqual({ min: 809_625_000, max: 809_879_000 });
	expect(limits.book.cylinder?.oversizes).toEqual([63_500_000, 127_000_000]);
});

it("names each field that is no length or half a range, and keeps the others", () => {
	const { errors } = fromTyped({ "book.rod_journal.new": "1.8110", "close.main_journal.wear_max": "two" }, stored, "in");
	expect(Object.keys(errors)).toEqual(["book.rod_journal.new", "close.main_journal.wear_max"]);
});

it("compares two cards field by field in one unit", () => {
	const other: LimitSet = {
		book: {
			...stored.book,
			main_journal: { ...stored.book.main_journal, new: { min: 571_000_000, max: 571_500_000 }, taper_max: 254_000 },
		},
		close: {},
	};
	expect(differences(stored, other, "in").map((d) => `${d.kind} ${d.label}: ${d.here} / ${d.there}`)).toEqual([
		"main_journal New: 2.2480315–2.2490315 / 2.2480315–2.2500",
		"main_journal Max. taper:  / 0.0010",
	]);
	expect(differences(stored, stored, "mm")).toEqual([]);
});

it("has a field on the sheet for every limit of every kind, and arrows that reach them", () => {
	const { rows, titles } = sheetOf(limitedKinds());
	for (const row of kindRows()) {
		const there = rows.filter((r) => r.kind === row.kind).flatMap((r) => r.cells.flatMap((c) => (c ? [c.field.name] : [])));
		expect(there.sort(), row.kind).toEqual(
			fieldsFor(row.kind)
				.map((f) => f.name)
				.sort(),
		);
	}
	expect(rows.every((r) => r.cells.length === titles.length)).toBe(true);
	const [first] = rows;
	const next = neighbour(rows, 0, 0, 1, 0);
	expect(first?.cells[0]?.field.name).toBe("new");
	expect(next && rows[next[0]]?.cells[next[1]]?.field.name).toBe("new");
	expect(neighbour(rows, 0, 0, -1, 0)).toBeUndefined();
	expect(kindsFor(["rods"])).toEqual(["rod_housing"]);
	expect(kindsFor(["crankshaft"])).toEqual(["main_journal", "rod_journal"]);
});
