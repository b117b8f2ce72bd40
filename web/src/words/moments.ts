import type { JobView, Moment, OrderedView } from "../api/client";
import { plural, rowOf, wordOf } from "../api/table";
import { showAs } from "../quantity/length";
import { builtWord } from "./assembly";
import { count } from "./intl";
import { capital, componentName, setName, stateWord } from "./trade";

const plain = (text: string) => text.replaceAll("_", " ");

/** What somebody wrote, as it is quoted behind what they did. */
const quoted = (text: string | undefined) => (text ? `. “${text}”` : "");

/** The part a moment is about, in words; empty where it is about the job. */
export function place(view: JobView, m: Moment): string {
	if (!m.kind) return "";
	const feature = view.features.find((f) => f.kind === m.kind && f.number === m.number && f.component === m.component);
	const state = m.state && m.state !== "as_found" ? `, ${stateWord(m.state).toLowerCase()}` : "";
	const at = m.station === undefined ? "" : `, ${m.station}${column(m)}`;
	return (feature?.title ?? plural(m.kind) + tagged(m.component)) + at + state;
}

function column(m: Moment): string {
	if (m.direction !== undefined) return `, ${m.direction / 1e6}°`;
	return m.column === undefined ? "" : `, ${m.column + 1}`;
}

const tagged = (tag: string | undefined) => (tag ? ` (${tag})` : "");

/** What happened, in words. */
export function said(view: OrderedView, m: Moment): string {
	const quantity = m.kind && m.what === "reading" ? rowOf(m.kind).quantity : "size";
	const size = m.value === undefined ? "" : showAs(quantity, m.value, view.job.unit);
	switch (m.what) {
		case "job":
			return "started the job";
		case "reading":
			return read(m, size);
		case "look":
			return `graded it ${wordOf("look", m.look ?? "")}`;
		case "crack_test":
			return `crack test: ${m.look}${m.note ? `: ${m.note}` : ""}`;
		case "gauge":
			return `set the gauge up: ${wordOf("gauge", m.instrument ?? "").toLowerCase()}, ${wordOf("mode", m.mode ?? "")}${size ? `, zeroed on ${size}` : ""}`;
		case "zero":
			return `checked the zero: ${m.value === 0 ? "no deviation" : `off by ${size}`}`;
		case "condition":
			return `said how it is held and how warm it is${m.note ? `: ${m.note}` : ""}`;
		case "unworn":
			return `read its unworn part: ${size}`;
		case "answer":
			return answered(view, m);
		case "photo":
			return m.removed ? `took a photograph out of sight: ${m.caption}` : `added a photograph: ${m.caption || "no caption"}`;
		case "note":
			return m.removed ? `withdrew a note: ${m.note}` : `noted: ${m.note}`;
		case "decision":
			return decided(view, m);
		case "order":
			return `issued: ${sheet(view, m)}`;
		case "order_event":
			return `${sheet(view, m)}: ${wordOf("sheet_said", m.said ?? "")}${quoted(m.reason)}`;
		case "match":
			return `saved which part goes where: ${m.parts?.join(", ")}`;
		case "closing":
			return `${CLOSED[m.outcome ?? "finished"]}${quoted(m.reason)}`;
		case "share":
			return m.removed ? `revoked the link of ${m.for}` : `made a link for ${m.for}`;
		case "build":
			return m.built ? builtWord(m.built, view.job.unit) : "";
		case "change":
			return changed(view, m);
	}
}

function read(m: Moment, size: string): string {
	if (m.count && m.count > 1) return `took ${m.count} readings`;
	if (m.reading === "skip") return `skipped a place: ${plain(m.reason ?? "")}`;
	if (m.reading === "clear") return "took a reading back";
	return `read ${size}${m.superseded ? ", since replaced by another reading" : ""}`;
}

function sheet(view: OrderedView, m: Moment): string {
	const body = view.orders.issued.find((o) => o.sheet === m.sheet && o.issue === m.issue)?.body;
	const line = m.line ? (body?.lines.find((l) => l.key === m.line)?.title ?? m.line) : "";
	return `${body?.title ?? plain(m.sheet ?? "")}, issue ${m.issue}${line ? `, ${line}` : ""}`;
}

function decided(_view: JobView, m: Moment): string {
	if (!m.set || !m.action) return "signed a decision";
	return `signed ${setName(m.set)}${tagged(m.component)}: ${capital(m.says)}${m.overruled ? ", against the advice" : ""}${quoted(m.reason)}`;
}

function answered(view: JobView, m: Moment): string {
	const item = view.walk.items.find((one) => one.topic === m.topic);
	const choice = item?.choices.find((c) => c.value === m.answer);
	const answer = choice?.word ?? (m.answer || "taken back");
	return `answered “${item?.title ?? plain(m.topic ?? "")}”${m.place ? ` at ${m.place}` : ""}: ${answer}${m.note ? ` (${m.note})` : ""}`;
}

const CLOSED: Record<NonNullable<Moment["outcome"]>, string> = {
	finished: "closed the job: finished",
	declined: "closed the job: declined",
	scrapped: "closed the job: scrapped",
	kept_for_parts: "closed the job: kept for parts",
	mistake: "archived the job: it was made by mistake",
	reopened: "took the job back into the shop",
};

/** What was changed where it has no place of its own; of before changes were kept as facts there are only their words. */
function changed(view: JobView, m: Moment): string {
	if (m.text) return m.text;
	const part = m.part_kind ? plural(m.part_kind) + (m.part_number ? ` ${m.part_number}` : "") + tagged(m.tag) : "";
	const component = m.of ? componentName({ of: m.of, tag: m.tag ?? "" }) : "";
	const state = stateWord(m.part_state ?? "").toLowerCase();
	switch (m.change) {
		case "head":
			return `changed the head of the job${before(m)}`;
		case "judgement":
			return "changed the limits or the policy";
		case "plan":
			return `${part}: measured by the plan ${m.plan}`;
		case "worked_out_anew":
			return `${part}: ${count(m.many ?? 0, "reading")} worked out anew; ${anew(view, m)}`;
		case "quick":
			return `${part}: looked at quickly first`;
		case "whole":
			return `${part}: the whole plan read at once`;
		case "fitted":
			return `${part}: other shells were in when it was measured`;
		case "state":
			return `${part}: to be measured ${state}`;
		case "parts":
			return `${part}: ${m.many} more to be measured`;
		case "removed":
			return m.part_state ? `${part}: not measured ${state} after all` : `${part}: taken out again`;
		case "taken_in":
			return m.job ? `imported from a file of job ${m.job}` : `imported ${count(m.many ?? 0, "reading")} from a file`;
		case "photo":
			return `brought a photograph back: ${m.caption}`;
		case "component_added":
			return `${component}: added, to be measured beside what came`;
		case "component_retired":
			return `${component}: retired with everything measured of it${m.for ? `; in its place: ${m.for}` : ""}${quoted(m.reason)}`;
		case "component_taken_off":
			return `${component}: taken off again`;
		case "note_back":
			return "brought a note back";
		case "component_returned":
			return `${component}: back in the engine${quoted(m.reason)}`;
		case "":
		case undefined:
			return "";
	}
}

/** What was wrong of a gauge. */
function anew(view: JobView, { off, right }: Moment): string {
	const size = (length: number) => showAs("size", length, view.job.unit);
	if (off) return `their gauge was off by ${size(off)}`;
	return right === undefined ? "their gauge was set up wrong" : `their gauge was set on ${size(right)}`;
}

function before({ before: head }: Moment): string {
	if (!head) return "";
	const told = [
		["customer", head.customer],
		["engine", head.engine],
		["duty", head.duty],
		["promised for", head.promised_on],
	].flatMap(([name, value]) => (value ? [`${name} ${value}`] : []));
	return told.length > 0 ? `; before it said ${told.join(", ")}` : "";
}
