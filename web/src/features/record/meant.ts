import type { SearchFields } from "../../api/queries";
import { membersOfList } from "../../api/table";
import { settles } from "../../api/way";

export const NOTHING: SearchFields = { text: "", set: "", action: "", step: "", kind: "", from: "", to: "", unit: "in" };

/** The kinds whose sizes people remember. */
const SIZED = ["main_journal", "rod_journal", "cylinder"] as const;

/**
 * What a text means as a fact: "grind 0.010" a decision, with its step; "2.2479" a size that was read, on mains, pins and cylinders.
 * Nothing where it is only words. A step of a tenth and a size of 20 are in
 * millimetres.
 */
export function meant(text: string): SearchFields[] {
	const figure = /(\d*[.,]\d+)/.exec(text)?.[1]?.replace(",", ".");
	const word = text.toLowerCase().match(/[a-z-]+/)?.[0];
	const action = membersOfList("action").find((a) => a.word === word && settles(a.value))?.value;
	const larger = (least: number) => (figure !== undefined && Number(figure) >= least ? "mm" : "in");
	if (action) return [{ ...NOTHING, action: action as SearchFields["action"], step: figure ?? "", unit: larger(0.1) }];
	if (figure === undefined || !/^[\d.,]+$/.test(text) || figure.replace(/\D/g, "").length < 4) return [];
	return SIZED.map((kind) => ({ ...NOTHING, kind, from: figure, to: figure, unit: larger(20) }));
}
