import { Refusal } from "../../api/client";
import type { System } from "../../quantity/length";
import { plain } from "../../quantity/length";
import { plainRange } from "../../quantity/range";
import { allFields } from "./card";

/** Places of a problem document such as `body.limits.book.main_journal.new.min` as names of fields. */
function nameOf(place: string): string {
	const name = place.replace(/^(judgement\.)?limits\./, "");
	return allFields().some((f) => name.endsWith(`.${f.name}`)) ? name : name.replace(/\.(min|max|\d+)$/, "");
}

/** What was refused, by the names of fields. */
export function fieldErrors(places: Record<string, string>): Record<string, string> {
	return Object.fromEntries(Object.entries(places).map(([place, sentence]) => [nameOf(place), sentence]));
}

/** What the server thinks was meant, as the texts of its fields. */
export function likelyTexts(refusal: Refusal, unit: System): Record<string, string> {
	const texts: Record<string, string> = {};
	for (const [place, mark] of Object.entries(refusal.marks)) {
		const likely = (mark as { likely?: number[] } | undefined)?.likely;
		if (!likely) continue;
		const name = nameOf(place);
		const form = allFields().find((f) => name.endsWith(`.${f.name}`))?.form;
		const [min = 0, max = 0] = likely;
		texts[name] = form === "span" ? plainRange(min, max, unit) : likely.map((l) => plain(l, unit)).join(", ");
	}
	return texts;
}

/** Whether a refusal was told beside its fields; it goes when they change. */
export const stoodAtFields = (error: Error) => error instanceof Refusal && Object.keys(error.places).length > 0;

/** Leads to the first field that something is wrong with: it may lie far above what saves. */
export function goToWrong(names: string[]) {
	const fields = [...document.querySelectorAll<HTMLInputElement>("input[name]")];
	fields.find((field) => names.includes(field.name))?.focus();
}
