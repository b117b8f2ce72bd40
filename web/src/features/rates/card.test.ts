import { expect, it } from "vitest";
import type { RatesView } from "../../api/client";
import rates from "../../testdata/rates.json";
import { fromTyped, toTyped } from "./card";

const view = rates as RatesView;
const names = [view.operations.map((o) => o.id), view.parts.map((p) => p.id)] as const;

it("reads back the card that was typed", () => {
	const { card, errors } = fromTyped(toTyped(view.card, ...names));
	expect(errors).toEqual({});
	expect(card).toEqual(view.card);
});

it("says per field what is wrong, and takes an empty one for nothing", () => {
	const typed = toTyped(view.card, ...names);
	Object.assign(typed.operations.bore ?? {}, { each: "12,5" });
	Object.assign(typed.operations.hone ?? {}, { each: "a lot" });
	Object.assign(typed.parts.rings ?? {}, { lead_days: "1.5" });
	Object.assign(typed.parts.pistons ?? {}, { each: "" });
	const { card, errors } = fromTyped(typed);
	expect(Object.keys(errors)).toEqual(["operations.hone.each", "parts.rings.lead_days"]);
	expect(card.operations.bore?.each).toBe(1250);
	expect(card.parts.pistons?.each).toBe(0);
});
