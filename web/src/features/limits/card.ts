import type { LimitSet, Limits } from "../../api/client";
import { type Kind, type KindRow, kindRows, limitRows, rowOf, setRows } from "../../api/table";
import { type Length, parse, plain, type System } from "../../quantity/length";
import { splitList } from "../../quantity/list";
import { limitsWords } from "../../words/limits";

/** A field of a limit card by its place in a problem document, as a person types it: one end of a range, or all of a list. */
export interface Field {
	place: string;
	label: string;
	/** Several lengths, with spaces or commas between. */
	many: boolean;
	/** The field of limits that it belongs to. */
	of: string;
}

/** Every field there is. */
export const allFields = (): Field[] =>
	limitRows().flatMap(({ name: of, form, label, labels }) =>
		form === "span"
			? ["min", "max"].map((end, i) => ({ place: `${of}.${end}`, label: labels?.[i] ?? label, many: false, of }))
			: [{ place: of, label, many: form !== "most", of }],
	);

/** The fields that judge a kind. */
export const fieldsFor = (kind: Kind): Field[] =>
	allFields()
		.filter((f) => rowOf(kind).limits.includes(f.of))
		.map((f) => ({ ...f, label: rowOf(kind).labels?.[f.of] ?? f.label }));

/** Every kind that has a card: those of sets as they are decided, then the others. */
export function limitedKinds(): Kind[] {
	const limited = kindRows().filter((row) => row.limits.length > 0);
	const rank = (row: KindRow) => setRows().findIndex((set) => set.of === row.kind) + 1 || 99;
	return [...limited].sort((a, b) => rank(a) - rank(b)).map((row) => row.kind);
}

/** The kinds whose limits matter to a job: those that it measures. */
export const kindsOf = (taken: Kind[]): Kind[] => limitedKinds().filter((kind) => taken.includes(kind));
export const BLOCKS = ["book", "close"] as const;

/** What is typed, by `block.kind.place`. */
export type Typed = Record<string, string>;

type Tree = { [key: string]: Tree | number | number[] | undefined };

function dig(tree: Tree | undefined, place: string): Tree | number | number[] | undefined {
	let node: Tree | number | number[] | undefined = tree;
	for (const key of place.split(".")) {
		if (typeof node !== "object" || Array.isArray(node)) return undefined;
		node = node[key];
	}
	return node;
}

/** Turns stored limits into field texts. */
export function toTyped(limits: LimitSet, system: System): Typed {
	const typed: Typed = {};
	for (const block of BLOCKS) {
		for (const kind of limitedKinds()) {
			for (const f of allFields()) {
				const value = dig(limits[block][kind] as Tree | undefined, f.place);
				if (typeof value === "number") typed[`${block}.${kind}.${f.place}`] = plain(value, system);
				if (Array.isArray(value)) typed[`${block}.${kind}.${f.place}`] = value.map((v) => plain(v, system)).join(" ");
			}
		}
	}
	for (const block of BLOCKS) {
		for (const kind of limitedKinds()) {
			const told = sourceOf(limits[block][kind]);
			if (told) typed[`${block}.${kind}.source`] = told;
		}
	}
	return typed;
}

/** Where a card's limits come from: one source for all of them, several, or nothing told. */
function sourceOf(limits: Limits | undefined): string {
	const told = new Set(fieldsOf(limits as Tree | undefined).map((field) => limits?.sources?.[field] ?? ""));
	if (told.size > 1) return SEVERAL;
	return [...told][0] ?? "";
}

/** A card whose limits come from different places, as a file may say; it is kept so until one is chosen for all. */
export const SEVERAL = "several";

/** The names of the fields that hold something, as sources name them. */
function fieldsOf(tree: Tree | undefined): string[] {
	return Object.entries(tree ?? {}).flatMap(([key, value]) => {
		if (value === undefined || key === "by_number" || key === "sources") return [];
		return key === "clearance" ? Object.keys(value as Tree).map((sub) => `clearance.${sub}`) : [key];
	});
}

export interface Card {
	limits: LimitSet;
	errors: Record<string, string>;
}

/**
 * Turns field texts into limits, over what the stored ones hold besides; sentences by field where a text is none. A text
 * that nobody changed keeps its stored length, which another unit may not be able to write in full.
 */
export function fromTyped(typed: Typed, stored: LimitSet, system: System): Card {
	const errors: Record<string, string> = {};
	const before = toTyped(stored, system);
	const limits: LimitSet = { book: { ...stored.book }, close: { ...stored.close } };
	for (const block of BLOCKS) {
		for (const kind of limitedKinds()) {
			const tree: Tree = {};
			for (const f of allFields()) {
				const name = `${block}.${kind}.${f.place}`;
				const kept =
					typed[name] && typed[name] === before[name] ? dig(stored[block][kind] as Tree | undefined, f.place) : undefined;
				const read = (kept as Length | Length[] | undefined) ?? readField(typed[name] ?? "", f.many, system);
				if (typeof read === "string") errors[name] = read;
				else if (read !== undefined) bury(tree, f.place, read);
			}
			for (const range of ["new", "clearance.new", "clearance.target"]) {
				const node = dig(tree, range) as Tree | undefined;
				if (!node) continue;
				for (const end of ["min", "max"]) {
					if (node[end] === undefined) errors[`${block}.${kind}.${range}.${end}`] ??= limitsWords.aRangeNeedsBothItsEnds;
				}
			}
			const kept = stored[block][kind]?.by_number;
			const told = typed[`${block}.${kind}.source`] ?? "";
			const fields = fieldsOf(tree);
			const toldBefore = stored[block][kind]?.sources ?? {};
			const sources: Record<string, string> = {};
			for (const field of fields) {
				const source = told === SEVERAL ? toldBefore[field] : told;
				if (source) sources[field] = source;
			}
			if (fields.length > 0 || kept) {
				limits[block][kind] = {
					...tree,
					...(kept ? { by_number: kept } : {}),
					...(Object.keys(sources).length > 0 ? { sources } : {}),
				} as Limits;
			} else delete limits[block][kind];
		}
	}
	return { limits, errors };
}

function bury(tree: Tree, place: string, value: Length | Length[]) {
	const keys = place.split(".");
	const last = keys.pop() ?? "";
	let node = tree;
	for (const key of keys) {
		node[key] ??= {};
		node = node[key] as Tree;
	}
	node[last] = value;
}

function readField(text: string, many: boolean, system: System): Length | Length[] | string | undefined {
	if (text.trim() === "") return undefined;
	const parts = many ? splitList(text) : [text];
	const lengths: Length[] = [];
	for (const part of parts) {
		const parsed = parse(part, system);
		if (!parsed.ok) return parsed.sentence;
		lengths.push(parsed.length);
	}
	return many ? lengths : lengths[0];
}
