import { asksOf } from "../../api/asks";
import type { FeatureView, JobView } from "../../api/client";
import { Warned } from "../../ui/Warned";
import { askText, askWords } from "../../words/asks";
import type { EntryState } from "./use-entry";

/** What is asked of this part before its set can be decided: at the place that is lit, else in a line. */
export function Asked({ view, feature, entry }: { view: JobView; feature: FeatureView; entry: EntryState }) {
	const asks = asksOf(view, feature);
	if (asks.length === 0) return null;
	const { asked } = entry;
	return (
		<Warned small>
			{asked ? <b>{asked.repeat ? askWords.moreHere(asked.more) : askWords.anewHere}. </b> : null}
			{asks.map((a) => askText(a, feature.title, entry.system)).join(" · ")}
		</Warned>
	);
}
