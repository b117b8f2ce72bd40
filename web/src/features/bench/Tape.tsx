import { useState } from "react";
import type { Cell, FeatureView, GaugeSetup, Reading } from "../../api/client";
import look from "../../look/look.module.css";
import { type System, show, showAs } from "../../quantity/length";
import { benchWords } from "../../words/bench";
import { dateTime } from "../../words/intl";
import { who } from "../../words/trade";
import css from "./bench.module.css";
import { columnName } from "./moves";
import type { Entry } from "./use-taker";

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

/** What an entry that waits says, as its person saw it. */
function waitingText(feature: FeatureView, entry: Entry, system: System): string {
	if (entry.reading?.value !== undefined) return showAs(feature.quantity, entry.reading.value, system);
	return entry.reason ?? (entry.typed || benchWords.takenBack);
}

function PlaceName({ feature, cell }: { feature: FeatureView; cell: Cell }) {
	const column = columnName(feature, cell.direction);
	return (
		<>
			{feature.stations[cell.station]}
			{column ? ` · ${column}` : ""}
		</>
	);
}

export interface TapeProps {
	feature: FeatureView;
	gauges: GaugeSetup[];
	system: System;
	/** What was entered and is not with the server yet. */
	waiting: Entry[];
}

/** Every reading as it was taken, the latest on top; what was replaced is struck through, what waits to be saved is faint. */
export function Tape({ feature, gauges, system, waiting }: TapeProps) {
	const [all, setAll] = useState(false);
	// An answer brings the reading a tick before its entry goes.
	const sent = waiting.filter((w) => !feature.tape.some((r) => r.id === w.id)).reverse();
	const lines = feature.tape.filter((r) => r.reason !== OUTSIDE).reverse();
	const several = new Set(lines.map((r) => r.taken_by)).size > 1;
	const shown = all ? lines : lines.slice(0, FEW);
	return (
		<section aria-label={benchWords.tape}>
			<div className={`${look.soft} ${look.bold}`}>{benchWords.tape}</div>
			{lines.length + sent.length === 0 ? <div className={look.soft}>{benchWords.nothingYetEveryReadingStaysHere}</div> : null}
			<ol className={css.tape}>
				{sent.map((w) => (
					<li key={w.id} data-waiting className={`${look.figure} ${css.taken}`} title={benchWords.waitsToBeSaved}>
						<span>
							<PlaceName feature={feature} cell={w.cell} />
						</span>
						<span>{waitingText(feature, w, system)}</span>
					</li>
				))}
				{shown.map((r) => (
					<li
						key={r.id}
						className={`${r.superseded_by === undefined ? look.figure : `${look.figure} ${look.struck}`} ${css.taken}`}
						title={benchWords.taken(who(r.taken_by, r.from_file), dateTime(r.taken_at), r.typed)}
					>
						<span>
							<PlaceName feature={feature} cell={r} />
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
