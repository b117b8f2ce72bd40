import type { Cell, FeatureView, JobView, Reading } from "../../api/client";
import { liveReadings } from "../../api/view";
import type { System } from "../../quantity/length";
import { freeze } from "./meaning-on";
import type { Taken } from "./use-taker";

/**
 * What takes a person's last reading of a part back: at its place what held before is entered again, or the place is cleared.
 * Undefined where there is none of theirs.
 */
export function takeBack(
	view: JobView,
	feature: FeatureView,
	by: string,
	system: System,
): { cell: Cell; taken: Taken[] } | undefined {
	const last = feature.tape.findLast((r) => r.superseded_by === undefined && r.what !== "clear" && r.taken_by === by);
	if (!last) return undefined;
	const cell = { station: last.station, direction: last.direction };
	const beside = liveReadings(feature, cell).filter((r) => r.id !== last.id);
	const before = beside.length > 0 ? beside : feature.tape.filter((r) => r.superseded_by === last.id && r.what !== "clear");
	const again = (r: Reading | undefined, repeat: boolean): Taken => {
		const entered = {
			cell,
			typed: r?.typed ?? "",
			system,
			repeat,
			unusual: true,
			...(r?.reason === undefined ? {} : { reason: r.reason }),
			...(r?.depth === undefined ? {} : { depth: r.depth }),
		};
		const gauge = r && view.gauges.find((g) => g.id === r.gauge);
		const whole = gauge ? { ...entered, gauge } : entered;
		return { ...whole, reading: freeze(feature, whole, r?.value, []) };
	};
	return { cell, taken: before.length === 0 ? [again(undefined, false)] : before.map((r, i) => again(r, i > 0)) };
}

/** The part that holds a person's last reading of the job; undefined where there is none. */
export function readBefore(view: JobView, by: string): FeatureView | undefined {
	const own = view.features.flatMap((part) => {
		const last = part.tape.findLast((r) => r.superseded_by === undefined && r.what === "size" && r.taken_by === by);
		return last ? [{ part, seq: last.seq }] : [];
	});
	return own.sort((a, b) => b.seq - a.seq)[0]?.part;
}
