import type { SearchFields } from "../../api/queries";
import { ACTION_WORDS } from "../../words/record";

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
	const action = Object.entries(ACTION_WORDS).find(([, said]) => word !== undefined && said.toLowerCase() === word)?.[0];
	const larger = (least: number) => (figure !== undefined && Number(figure) >= least ? "mm" : "in");
	if (action) return [{ ...NOTHING, action: action as SearchFields["action"], step: figure ?? "", unit: larger(0.1) }];
	if (figure === undefined || !/^[\d.,]+$/.test(text) || figure.replace(/\D/g, "").length < 4) return [];
	return SIZED.map((kind) => ({ ...NOTHING, kind, from: figure, to: figure, unit: larger(20) }));
}
