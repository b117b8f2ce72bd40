import { Button } from "@mantine/core";
import { asksOf } from "../../api/asks";
import type { FeatureView, JobView } from "../../api/client";
import { askText, askWords } from "../../words/asks";
import css from "./bench.module.css";
import type { EntryState } from "./use-entry";

interface AskedProps {
	view: JobView;
	feature: FeatureView;
	entry: EntryState;
	/** Opens what says how the part is held, and how warm it is. */
	onCondition: () => void;
}

/** What is asked of this part before its set can be decided: at the place that is lit, else in a line. */
export function Asked({ view, feature, entry, onCondition }: AskedProps) {
	const asks = asksOf(view, feature);
	if (asks.length === 0) return null;
	const { asked } = entry;
	const warmth = asks.find((a) => a.what === "temperature");
	if (warmth) {
		return (
			<Button size="compact-sm" variant="light" color="orange" c="var(--ink)" onClick={onCondition}>
				{askText(warmth, feature.title, entry.system)}
				<kbd className={css.after}>c</kbd>
			</Button>
		);
	}
	const text = asks.map((a) => askText(a, feature.title, entry.system)).join(" · ");
	return (
		<span className={css.chip} title={text}>
			{asked ? (asked.repeat ? askWords.moreHere(asked.more) : askWords.anewHere) : text}
		</span>
	);
}
