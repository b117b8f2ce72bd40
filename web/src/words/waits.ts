import type { JobLine } from "../api/client";
import { plural } from "../api/table";
import { count, date } from "./intl";

/** What a job waits for, in a few words. */
export function waitsWords(w: JobLine["waits"]): string {
	const many = w.many ?? 0;
	switch (w.for) {
		case "shop":
			return `${w.sheet}: out since ${date(w.since ?? "")}`;
		case "measure":
			return `to measure: ${w.kind ? plural(w.kind).toLowerCase() : ""}, ${count(w.left ?? 0, "reading")} left`;
		case "again":
			return "places to be read again";
		case "limits":
			return "needs limits";
		case "decide":
			return `${count(many, "set")} to sign`;
		case "issue":
			return `${count(many, "sheet")} to issue`;
		case "prove":
			return `${count(many, "line")} to prove`;
		case "build":
			return "being built";
		case "report":
			return "to be handed over";
	}
}
