import type { JobView, Moment } from "../../api/client";
import { isSet, plural } from "../../api/table";
import type { Way } from "../../api/way";
import { LOOK_WORD, setName, stateWord, wayName } from "../../api/words";
import { show } from "../../quantity/length";

const plain = (text: string) => text.replaceAll("_", " ");

const EVENTS: Record<string, string> = {
	sent: "sent",
	returned: "back from the shop",
	ticked: "ticked off",
	unticked: "tick taken back",
	accepted: "accepted as it came",
	sent_back: "sent back to the shop",
	closed: "closed",
	struck: "struck through",
};

/** The part a moment is about, in words; empty where it is about the job. */
export function place(view: JobView, m: Moment): string {
	if (!m.kind) return "";
	const feature = view.features.find((f) => f.kind === m.kind && f.number === m.number);
	const state = m.state && m.state !== "as_found" ? `, ${stateWord(m.state).toLowerCase()}` : "";
	return (feature?.title ?? plural(m.kind)) + at(m) + state;
}

/** Where on the part a single reading was taken; directions come in microdegrees. */
function at(m: Moment): string {
	if (!m.place) return "";
	const cut = m.place.lastIndexOf(" ");
	const direction = Number(m.place.slice(cut + 1)) / 1e6;
	return `, ${m.place.slice(0, cut)}, ${direction}°`;
}

/** What happened, in words. */
export function said(view: JobView, m: Moment): string {
	const { unit } = view.job;
	const size = m.value === undefined ? "" : show(m.value, unit);
	switch (m.what) {
		case "job":
			return "started the job";
		case "reading":
			if (m.count && m.count > 1) return `took ${m.count} readings`;
			if (m.text.startsWith("skip")) return `skipped a place: ${plain(m.text.slice(5))}`;
			if (m.text.startsWith("clear")) return "took a reading back";
			return `read ${size}${m.text === "superseded" ? ", since replaced by another reading" : ""}`;
		case "look":
			return `graded it ${m.text in LOOK_WORD ? LOOK_WORD[m.text as keyof typeof LOOK_WORD].toLowerCase() : plain(m.text)}`;
		case "crack_test":
			return m.text.startsWith("test_clear") ? `crack test: clear${m.text.slice(10)}` : `crack test: cracked${m.text.slice(12)}`;
		case "gauge":
			return `set the gauge up: ${plain(m.text)}${size ? `, zeroed on ${size}` : ""}`;
		case "zero":
			return `checked the zero: ${m.value === 0 ? "it stands" : `off by ${size}`}`;
		case "condition":
			return `said how it is held and how warm it is${m.text ? `: ${m.text}` : ""}`;
		case "unworn":
			return `read its unworn part: ${size}`;
		case "answer":
			return `answered ${answered(view, m.text)}`;
		case "photo":
			return m.text.startsWith("removed: ")
				? `took a photograph out of sight: ${m.text.slice(9)}`
				: `added a photograph: ${m.text || "no caption"}`;
		case "decision":
			return `signed ${decided(view, m)}`;
		case "order":
			return `issued: ${sheets(view, m.text)}`;
		case "order_event":
			return sheets(view, m.text);
		case "match":
			return `settled which part goes where: ${m.text.replace(/[[\]]/g, "").replaceAll(",", ", ")}`;
		case "closing":
			return closed(m.text);
		case "share":
			return m.text.startsWith("made for") ? `made a link for ${m.text.slice(9)}` : `revoked the link of ${m.text.slice(12)}`;
		case "change":
			return changed(m.text);
		default:
			return plain(m.text);
	}
}

/** A sheet is told as "bore issue 1", and what became of it as "bore issue 1, line: what (reason)". */
function sheets(view: JobView, text: string): string {
	const [, name = "", issue = "", line = "", what = "", reason = ""] =
		/^(\S+) issue (\d+)(?:, ([^:]*))?(?:: ([a-z_]+)(?: \(([\s\S]*)\))?)?$/.exec(text) ?? [];
	const sheet = view.orders.issued.find((o) => o.sheet === name && o.issue === Number(issue))?.body;
	if (!sheet) return plain(text);
	const where = sheet.lines.find((l) => l.key === line)?.title;
	return `${sheet.title}, issue ${issue}${where ? `, ${where}` : ""}${what ? `: ${EVENTS[what] ?? plain(what)}` : ""}${reason ? `. “${reason}”` : ""}`;
}

/** A decision is told as "set action, overruled: reason", with its step as the value. */
function decided(view: JobView, m: Moment): string {
	const [, set = "", action = "", overruled, reason] = /^(\S+) ([a-z_]+)(, overruled)?(?:: ([\s\S]*))?$/.exec(m.text) ?? [];
	if (!isSet(set)) return plain(m.text);
	const way = wayName({ action: action as Way["action"], step: m.value ?? 0, shell: 0 }, view.job.unit, set);
	return `${setName(set)}: ${way}${overruled ? ", against the advice" : ""}${reason ? `. “${reason}”` : ""}`;
}

/** An answer is told as "topic place: value (note)". */
function answered(view: JobView, text: string): string {
	const [, topic = "", at = "", rest = ""] = /^(\S+) (.*?): ([\s\S]*)$/.exec(text) ?? [];
	const item = view.walk.items.find((one) => one.topic === topic);
	const choice = item?.choices.find((c) => c.value === rest.split(" (")[0]);
	return `“${item?.title ?? plain(topic)}”${at ? ` at ${at}` : ""}: ${choice ? choice.word : rest || "nothing"}`;
}

const OUTCOMES: Record<string, string> = {
	finished: "closed the job: finished",
	declined: "closed the job: declined",
	scrapped: "closed the job: scrapped",
	kept_for_parts: "closed the job: kept for parts",
	mistake: "archived the job: it was made by mistake",
	reopened: "took the job back into the shop",
};

/** A closing is told as "outcome: reason". */
function closed(text: string): string {
	const [outcome = "", ...reason] = text.split(": ");
	return (OUTCOMES[outcome] ?? plain(outcome)) + (reason.length > 0 ? `. “${reason.join(": ")}”` : "");
}

function changed(text: string): string {
	if (!text.startsWith("head, before: ")) return plain(text);
	try {
		const before = JSON.parse(text.slice(14)) as Record<string, string | null>;
		const parts = Object.entries(before).flatMap(([name, value]) => (value ? [`${plain(name)} ${value}`] : []));
		return `changed the head of the job; before it said ${parts.join(", ")}`;
	} catch {
		return plain(text);
	}
}
