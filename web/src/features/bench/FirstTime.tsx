import { Button, Paper } from "@mantine/core";
import type { FeatureView } from "../../api/client";
import { rowOf } from "../../api/table";
import { taken } from "../../api/view";
import { useStored } from "../../ui/use-stored";
import { benchWords } from "../../words/bench";
import css from "./bench.module.css";

/** The bench explains itself once: to whoever opens it for the first time in a browser, and never in the way of the keys. */
export function FirstTime({ feature }: { feature: FeatureView }) {
	const [known, setKnown] = useStored("ledge.bench.known", false);
	// Who has read a whole part knows how.
	if (known || taken(feature) === feature.by_station.length) return null;
	const size = feature.quantity === "size";
	return (
		<Paper shadow="md" withBorder p="sm" className={css.firstTime} role="note" aria-label={benchWords.howTheBenchWorks}>
			<b>{benchWords.howTheBenchWorks}</b>
			<ol>
				<li>{rowOf(feature.kind).where ?? benchWords.wipeThePartAndTheGauge}</li>
				<li>{size ? benchWords.typeTheLastDigits : benchWords.typeWhatTheGaugeShows}</li>
				<li>{benchWords.theNextPlaceLights}</li>
				<li>{benchWords.whatIsWrongIsTypedOver}</li>
			</ol>
			<Button size="compact-md" variant="default" onClick={() => setKnown(true)}>
				{benchWords.iKnow}
			</Button>
		</Paper>
	);
}
