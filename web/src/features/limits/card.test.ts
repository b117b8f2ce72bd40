import { expect, it } from "vitest";
import type { LimitSet } from "../../api/client";
import { fromTyped, toTyped } from "./card";
import { differences } from "./compare";

const stored: LimitSet = {
	book: {
		main_journal: {
			new: { min: 571_000_000, max: 571_254_000 },
			undersizes: [2_540_000, 5_080_000],
			clearance: { new: { min: 25_400, max: 50_800 }, max: 101_600 },
			shells: [-254_000, 254_000],
		},
		piston: { wear_max: 1 },
	},
	close: {},
};

it("survives the form, with what the form does not show", () => {
	const { limits, errors } = fromTyped(toTyped(stored, "in"), stored, "in");
	expect(errors).toEqual({});
	expect(limits.book.main_journal).toEqual(stored.book.main_journal);
	expect(limits.book.piston).toEqual({ wear_max: 1 });
});

it("names each field that is no length or half a range, and keeps the others", () => {
	const { errors } = fromTyped({ "book.rod_journal.new.min": "1.8110", "close.main_journal.wear_max": "two" }, stored, "in");
	expect(Object.keys(errors)).toEqual(["book.rod_journal.new.max", "close.main_journal.wear_max"]);
});

it("gives every limit of a card the source that was chosen, and keeps several apart until one is", () => {
	const typed = { ...toTyped(stored, "in"), "book.main_journal.source": "maker" };
	const { limits } = fromTyped(typed, stored, "in");
	expect(limits.book.main_journal?.sources).toEqual({
		new: "maker",
		undersizes: "maker",
		shells: "maker",
		"clearance.new": "maker",
		"clearance.max": "maker",
	});
	const mixed: LimitSet = { book: { cylinder: { wear_max: 1, taper_max: 2, sources: { wear_max: "shop" } } }, close: {} };
	const shown = toTyped(mixed, "in");
	expect(shown["book.cylinder.source"]).toBe("several");
	expect(fromTyped(shown, mixed, "in").limits.book.cylinder?.sources).toEqual({ wear_max: "shop" });
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
		"main_journal New, max.: 2.2490315 / 2.2500",
		"main_journal Max. taper:  / 0.0010",
	]);
	expect(differences(stored, stored, "mm")).toEqual([]);
});
