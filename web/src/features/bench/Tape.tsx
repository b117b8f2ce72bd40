import { useState } from "react";
import type { FeatureView, GaugeSetup, Reading } from "../../api/client";
import look from "../../look/look.module.css";
import { type System, show, showAs } from "../../quantity/length";
import { benchWords } from "../../words/bench";
import { dateTime } from "../../words/intl";
import { who } from "../../words/trade";
import css from "./bench.module.css";
import { columnName } from "./moves";

/** So many of the latest lines are shown at first. */
const FEW = 12;

/** The reason the server gives for cells that came with an added place. */
const OUTSIDE = "outside the plan";

/** What was read; with a gauge that was set on the mating part, the clearance that it showed, too. */
function read(feature: FeatureView, gauges: GaugeSetup[], r: Reading, system: System): string {
	if (r.value === undefined) return r.reason ?? benchWords.takenBack;
	const size = showAs(feature.quantity, r.value, system);
	const gauge = gauges.find((g) => g.id === r.gauge);
	return gauge?.mating && feature.mating ? benchWords.clear(size, show(r.value - feature.mating.size, system)) : size;
}

/** Every reading as it was taken, the latest on top; what was replaced is struck through. */
export function Tape({ feature, gauges, system }: { feature: FeatureView; gauges: GaugeSetup[]; system: System }) {
	const [all, setAll] = useState(false);
	const lines = feature.tape.filter((r) => r.reason !== OUTSIDE).reverse();
	const several = new Set(lines.map((r) => r.taken_by)).size > 1;
	const shown = all ? lines : lines.slice(0, FEW);
	return (
		<section aria-label={benchWords.tape}>
			<div className={`${look.soft} ${look.bold}`}>{benchWords.tape}</div>
			{lines.length === 0 ? <div className={look.soft}>{benchWords.nothingYetEveryReadingStaysHere}</div> : null}
			<ol className={css.tape}>
				{shown.map((r) => (
					<li
						key={r.id}
						className={`${r.superseded_by === undefined ? look.figure : `${look.figure} ${look.struck}`} ${css.taken}`}
						title={benchWords.taken(who(r.taken_by, r.from_file), dateTime(r.taken_at), r.typed)}
					>
						<span>
							{feature.stations[r.station]}
							{columnName(feature, r.direction) ? ` · ${columnName(feature, r.direction)}` : ""}
							{several ? <span className={look.soft}> {who(r.taken_by, r.from_file)}</span> : null}
						</span>
						<span>{read(feature, gauges, r, system)}</span>
					</li>
				))}
			</ol>
			{shown.length < lines.length ? (
				<button type="button" className={look.plainLink} onClick={() => setAll(true)}>
					{benchWords.allReadings(lines.length)}
				</button>
			) : null}
		</section>
	);
}
