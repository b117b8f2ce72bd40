import type { LimitSet, Limits } from "../../api/client";
import { type Kind, type KindRow, kindRows, limitRows, rowOf, setRows } from "../../api/table";
import { type Length, parse, plain, type System } from "../../quantity/length";
import { splitList } from "../../quantity/list";
import { parseRange, plainRange } from "../../quantity/range";
import { limitsWords } from "../../words/limits";

/** A field of a limit card by its name in the open file; a range stands in one field. */
export interface Field {
	name: string;
	form: ReturnType<typeof limitRows>[number]["form"];
	label: string;
	/** How parts are judged where it is empty. */
	without: string;
}

/** Every field there is. */
export const allFields = (): Field[] =>
	limitRows().map(({ name, form, label, without = "" }) => ({ name, form, label, without }));

/** The fields that judge a kind. */
export const fieldsFor = (kind: Kind): Field[] =>
	allFields()
		.filter((f) => rowOf(kind).limits.includes(f.name))
		.map((f) => ({ ...f, label: rowOf(kind).labels?.[f.name] ?? f.label }));

/** Every kind that has a card: those of sets as they are decided, then the others. */
export function limitedKinds(): Kind[] {
	const limited = kindRows().filter((row) => row.limits.length > 0);
	const rank = (row: KindRow) => setRows().findIndex((set) => set.of === row.kind) + 1 || 99;
	return [...limited].sort((a, b) => rank(a) - rank(b)).map((row) => row.kind);
}

/** The kinds whose limits matter to a job: those that it measures. */
export const kindsOf = (taken: Kind[]): Kind[] => limitedKinds().filter((kind) => taken.includes(kind));

/** The kinds that are measured of what came, without being asked for. */
export const kindsFor = (came: string[]): Kind[] =>
	limitedKinds().filter((kind) => {
		const { start = [] } = rowOf(kind);
		return start.length > 0 && start.every((c) => came.includes(c));
	});

export const BLOCKS = ["book", "close"] as const;
export type Block = (typeof BLOCKS)[number];

/** What is typed, by `block.kind.field`; where it comes from, by the same with `.source` behind. */
export type Typed = Record<string, string>;

type Tree = { [key: string]: Tree | number | number[] | undefined };
type Span = { min: Length; max: Length };

function dig(limits: Limits | undefined, name: string): Span | number | number[] | undefined {
	let node = limits as Tree | number | number[] | undefined;
	for (const key of name.split(".")) {
		if (typeof node !== "object" || Array.isArray(node)) return undefined;
		node = node[key];
	}
	return node as Span | number | number[] | undefined;
}

function bury(tree: Tree, name: string, value: Span | number | number[]) {
	const keys = name.split(".");
	const last = keys.pop() ?? "";
	let node = tree;
	for (const key of keys) {
		node[key] ??= {};
		node = node[key] as Tree;
	}
	node[last] = value as Tree;
}

/** One of several, of which a field must show as many as it can. */
const short = (length: Length, system: System): string => plain(length, system).replace(/(\.\d{2,}?)0+$/, "$1");

/** A value as its field shows it. */
function shown(value: Span | number | number[], system: System): string {
	if (typeof value === "number") return plain(value, system);
	return Array.isArray(value) ? value.map((v) => short(v, system)).join(", ") : plainRange(value.min, value.max, system);
}

/** Turns stored limits into field texts. */
export function toTyped(limits: LimitSet, system: System): Typed {
	const typed: Typed = {};
	for (const block of BLOCKS) {
		for (const kind of limitedKinds()) {
			const held = limits[block][kind];
			for (const { name } of allFields()) {
				const value = dig(held, name);
				if (value === undefined) continue;
				typed[`${block}.${kind}.${name}`] = shown(value, system);
				const source = held?.sources?.[name];
				if (source) typed[`${block}.${kind}.${name}.source`] = source;
			}
		}
	}
	return typed;
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
			const sources: Record<string, string> = {};
			for (const { name, form } of allFields()) {
				const at = `${block}.${kind}.${name}`;
				const text = typed[at] ?? "";
				if (text.trim() === "") continue;
				const kept = text === before[at] ? dig(stored[block][kind], name) : undefined;
				const read = kept ?? readField(text, form, system);
				if (typeof read === "string") {
					errors[at] = read;
					continue;
				}
				bury(tree, name, read);
				const source = typed[`${at}.source`];
				if (source) sources[name] = source;
			}
			const single = stored[block][kind]?.by_number;
			if (Object.keys(tree).length > 0 || single) {
				limits[block][kind] = {
					...tree,
					...(single ? { by_number: single } : {}),
					...(Object.keys(sources).length > 0 ? { sources } : {}),
				} as Limits;
			} else delete limits[block][kind];
		}
	}
	return { limits, errors };
}

function readField(text: string, form: Field["form"], system: System): Span | Length | Length[] | string {
	if (form === "span") {
		const range = parseRange(text, system);
		return range === "" ? limitsWords.aRangeNeedsBothItsEnds : range;
	}
	const lengths: Length[] = [];
	for (const part of form === "most" ? [text] : splitList(text)) {
		const parsed = parse(part, system);
		if (!parsed.ok) return parsed.sentence;
		lengths.push(parsed.length);
	}
	return form === "most" ? (lengths[0] ?? 0) : lengths;
}
