import type { Cell, FeatureView, JobView } from "../../api/client";
import { rowOf } from "../../api/table";
import { degrees, findingOf, formScale, isBore, rings, zeroUp } from "../../api/view";
import { Section } from "../../drawing/Section";
import { SideView } from "../../drawing/SideView";
import { Spot } from "../../drawing/Spot";
import { benchWords } from "../../words/bench";
import css from "./bench.module.css";
import { benchOf } from "./keys";
import { cellName, handMove } from "./moves";

/** Where the gauge goes now, and what was read so far. */
export function Picture({ view, feature, at, next }: { view: JobView; feature: FeatureView; at: Cell; next: Cell | undefined }) {
	const { job } = view;
	const { turning, beside } = benchOf(feature);
	if (beside) {
		return (
			<div className={css.picture} data-one>
				<Spot
					kind={feature.kind}
					shape={rowOf(feature.kind).shape}
					lines={feature.stations}
					line={at.station}
					column={at.direction}
					count={job.cylinders / (job.arrangement === "inline" ? 1 : 2)}
					title={benchWords.whereTheGaugeGoesFor(cellName(feature, at))}
				/>
			</div>
		);
	}
	const bore = isBore(feature.kind);
	return (
		<div className={css.picture}>
			<Section
				rings={turning ? [{ directions: degrees(feature), diameters: [] }] : rings(feature)}
				oneSided={turning}
				stations={feature.stations}
				direction={degrees(feature)[at.direction]}
				station={at.station}
				bore={bore}
				zeroUp={zeroUp(feature.kind)}
				form={formScale(findingOf(view, feature))}
				title={benchWords.sectionOfWithTheGaugeAt(feature.title, degrees(feature)[at.direction])}
			/>
			<SideView
				stations={feature.stations}
				station={at.station}
				bore={bore}
				upright={feature.kind === "cylinder"}
				next={handMove(feature, at, next)}
				title={benchWords.whereAlong(feature.title)}
			/>
		</div>
	);
}
