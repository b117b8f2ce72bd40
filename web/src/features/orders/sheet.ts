import type { Issued, OrderedView, Sheet, SheetLine } from "../../api/client";
import { membersOfList } from "../../api/table";
import { type System, show } from "../../quantity/length";
import { ordersWords } from "../../words/orders";

/** A sheet as people look for it: the issue that holds, with those it took the place of, and the draft that waits to be issued. */
export interface Entry {
	name: Sheet["name"];
	title: string;
	draft: Sheet | undefined;
	issued: Issued | undefined;
	struck: Issued[];
}

export function entriesOf({ orders }: OrderedView): Entry[] {
	return membersOfList("sheet_name").flatMap(({ value }) => {
		const draft = orders.drafts.find((d) => d.name === value);
		const all = orders.issued.filter((o) => o.sheet === value);
		if (!draft && all.length === 0) return [];
		const issued = all.find((o) => !o.struck);
		const name = value as Sheet["name"];
		return [
			{ name, title: draft?.title ?? all[0]?.body.title ?? name, draft, issued, struck: all.filter((o) => o.struck).reverse() },
		];
	});
}

/** How a sheet stands, in a few words. */
export function standing({ draft, issued }: Entry): string {
	if (!issued) return draft ? "to issue" : "withdrawn";
	if (draft) return ordersWords.changedIssueAgain;
	if (issued.closed) return "closed";
	const last = issued.events.filter((e) => e.line === "" && (e.what === "sent" || e.what === "returned")).at(-1);
	return last ? (last.what === "sent" ? "sent" : "returned") : `issue ${issued.issue}`;
}

/** The finished size of a line in words. */
export function ordered(line: SheetLine, system: System): string {
	if (line.most !== undefined) return `≤ ${show(line.most, system)}`;
	if (line.min !== undefined && line.max !== undefined)
		return line.min === line.max ? show(line.min, system) : `${show(line.min, system)} – ${show(line.max, system)}`;
	if (line.max !== undefined) return `≤ ${show(line.max, system)}`;
	return "";
}

/** Whether a line is ticked off. */
export const ticked = (issued: Issued, key: string): boolean =>
	issued.events.filter((e) => e.line === key && (e.what === "ticked" || e.what === "unticked")).at(-1)?.what === "ticked";

/** What a person said of a line that missed its order: the last word holds. */
export const taken = (issued: Issued, key: string) =>
	issued.events.filter((e) => e.line === key && (e.what === "accepted" || e.what === "sent_back")).at(-1);
