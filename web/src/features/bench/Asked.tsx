import { asksOf } from "../../api/asks";
import type { FeatureView, JobView } from "../../api/client";
import { askText, askWords } from "../../words/asks";
import css from "./bench.module.css";
import type { EntryState } from "./use-entry";

/** What is asked of this part before its set can be decided: at the place that is lit, else in a line. */
export function Asked({ view, feature, entry }: { view: JobView; feature: FeatureView; entry: EntryState }) {
	const asks = asksOf(view, feature);
	if (asks.length === 0) return null;
	const { asked } = entry;
	const text = asks.map((a) => askText(a, feature.title, entry.system)).join(" · ");
	return (
		<span className={css.chip} title={text}>
			{asked ? (asked.repeat ? askWords.moreHere(asked.more) : askWords.anewHere) : text}
		</span>
	);
}
