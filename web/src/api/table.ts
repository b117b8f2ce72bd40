import { queryOptions } from "@tanstack/react-query";
import { client, unwrap } from "./client";
import type { components } from "./schema";

type Schemas = components["schemas"];
/** What Ledge knows of parts, sets and gauges. */
export type Table = Schemas["Table"];
/** What is the same of all parts of a kind. */
export type KindRow = Schemas["KindRow"];
export type Kind = KindRow["kind"];
export type SetRow = Schemas["SetRow"];
export type SetName = SetRow["set"];
export type Instrument = Schemas["GaugeRow"]["kind"];

let table: Table = { kinds: [], sets: [], gauges: [], limits: [], policy: [], reasons: [], words: [] };
let byKind = new Map<string, KindRow>();
let byList = new Map<string, Map<string, Member>>();
let byCode = new Map<string, Role>();

/** What a reason does where a decision is explained. */
export type Role = Table["reasons"][number]["role"];

/** A closed list that has words. */
export type List = Schemas["WordsListWords"]["list"];
/** A member of a closed list with its words. */
export type Member = Schemas["WordsMemberWords"];

/** Takes the server's table for everything that is drawn from now on. */
export function takeTable(next: Table) {
	table = next;
	byKind = new Map(next.kinds.map((row) => [row.kind, row]));
	byCode = new Map(next.reasons.map((row) => [row.code, row.role]));
	byList = new Map(next.words.map(({ list, members }) => [list, new Map(members.map((m) => [m.value, m]))]));
}

export const tableQuery = queryOptions({
	queryKey: ["table"],
	staleTime: Number.POSITIVE_INFINITY,
	queryFn: async () => {
		const got = await unwrap(client.GET("/api/v1/table"));
		takeTable(got);
		return got;
	},
});

/** The kinds in the order of work. */
export const kindRows = (): KindRow[] => table.kinds;
export const setRows = (): SetRow[] => table.sets;
export const gaugeRows = () => table.gauges;
/** The fields of limits, and those of the policy. */
export const limitRows = () => table.limits;
export const policyRows = () => table.policy;

/** What a reason does, by its code: most are causes. */
export const roleOf = (reason: { code: string }): Role => byCode.get(reason.code) ?? "cause";

/** The members of a closed list, in their order. */
export const membersOfList = (list: List): Member[] => table.words.find((one) => one.list === list)?.members ?? [];

/** A member of a closed list within a sentence; what the list does not have is named as it is. */
export const wordOf = (list: List, value: string): string => byList.get(list)?.get(value)?.word ?? value.replaceAll("_", " ");

/** A member of a closed list by itself. */
export const titleOf = (list: List, value: string): string => byList.get(list)?.get(value)?.title ?? wordOf(list, value);

/** Members as a field offers them. */
export const choicesOf = (list: List, values: string[] = membersOfList(list).map((m) => m.value)) =>
	values.map((value) => ({ value, label: titleOf(list, value) }));

/** Whether a text, such as one of an address, names a kind. */
export const isKind = (text: string | undefined): text is Kind => text !== undefined && byKind.has(text);

/** Whether a text names a component. */
export const isComponent = (text: string | null): text is KindRow["component"] =>
	table.kinds.some((row) => row.component === text);

/** What is known of a kind. */
export function rowOf(kind: Kind): KindRow {
	const row = byKind.get(kind);
	if (!row) throw new Error(`${kind} is no kind of part`);
	return row;
}

/** The kind of a set's members. */
export function membersOf(set: SetName): Kind {
	const row = table.sets.find((one) => one.set === set);
	if (!row) throw new Error(`${set} is no set of parts`);
	return row.of;
}

/** The parts of a kind in words, all of them. */
export const plural = (kind: Kind): string => rowOf(kind).plural;
