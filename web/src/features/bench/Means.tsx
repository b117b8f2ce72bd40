import { Alert, Group } from "@mantine/core";
import { Link } from "react-router";
import type { FeatureView, JobView } from "../../api/client";
import look from "../../look/look.module.css";
import { other, show } from "../../quantity/length";
import { Warned } from "../../ui/Warned";
import { benchWords } from "../../words/bench";
import { deviation, restWord } from "../../words/rest";
import css from "./bench.module.css";
import type { EntryState } from "./use-entry";

/** What the digits mean, or why they could not be taken. */
export function Means({ entry, view, feature }: { entry: EntryState; view: JobView; feature: FeatureView }) {
	const { job } = view;
	const { taker, sentence } = entry;
	const said = () => {
		if (taker.full) {
			return (
				<Alert color="red" variant="filled" p="xs" role="alert">
					{taker.full}
				</Alert>
			);
		}
		if (job.closed_at) {
			return (
				<Warned small>
					{benchWords.thisJobIsClosedNothingMore} <Link to={`/jobs/${job.id}/report`}>{benchWords.takeItBackIntoTheShop}</Link>
				</Warned>
			);
		}
		if (sentence) {
			return (
				<Warned small>
					{sentence} {taker.trouble?.canConfirm ? <b>{benchWords.enterTakesItAsItIs}</b> : null}
				</Warned>
			);
		}
		return <Meaning entry={entry} view={view} feature={feature} />;
	};
	return (
		<div id="means" aria-live="polite" className={css.means}>
			{said()}
		</div>
	);
}

function Meaning({ entry, view, feature }: { entry: EntryState; view: JobView; feature: FeatureView }) {
	const { means: m, system, gauge, repeat, done, plainDigits } = entry;
	const weighed = feature.quantity === "weight";
	const size = m.kind === "size" && !plainDigits && !weighed ? `${show(m.length, system)} ${system}` : "";
	const inOther = m.kind === "size" ? `${show(m.length, other(system))} ${other(system)}` : system;
	return (
		<Group justify="space-between" wrap="nowrap" align="flex-start">
			<span>
				{m.kind === "size"
					? [size, deviation(view, feature, m.length, system, gauge)].filter(Boolean).join(", ")
					: restWord(feature, entry.here.length > 0, repeat, done, gauge, system)}
			</span>
			<span className={`${look.figure} ${look.soft}`}>{weighed ? "g" : inOther}</span>
		</Group>
	);
}
