import type { Cell, FeatureView } from "../../api/client";
import type { Kind } from "../../api/table";
import { columnCount, degrees, isRead, sameCell, zeroUp } from "../../api/view";
import { benchWords } from "../../words/bench";

export { sameCell } from "../../api/view";

/** The name of a column: a direction, or what stands in its place; empty where there is only one. */
export function columnName(feature: FeatureView, direction: number): string {
	if (feature.columns) return feature.columns[direction] ?? `column ${direction + 1}`;
	return `${degrees(feature)[direction]}°`;
}

/** The names of all columns. */
export const columnNames = (feature: FeatureView): string[] =>
	Array.from({ length: columnCount(feature) }, (_, i) => columnName(feature, i));

/** The place of a cell in words: "End B, 45°". */
export function cellName(feature: FeatureView, cell: Cell): string {
	const station = feature.stations[cell.station] ?? "";
	const name = station.length === 1 ? `End ${station}` : station.charAt(0).toUpperCase() + station.slice(1);
	const column = columnName(feature, cell.direction);
	if (feature.columns) return column ? `${name}, ${column}` : name;
	return benchWords.place(name, column, directionWord(feature.kind, degrees(feature)[cell.direction]));
}

/** What the plain directions mean on a bore. */
function directionWord(kind: Kind, direction: number | undefined): string {
	if (kind === "cylinder") return direction === 0 ? benchWords.alongTheCrank : direction === 90 ? benchWords.acrossThrust : "";
	if (zeroUp(kind)) return direction === 0 ? benchWords.vertical : direction === 90 ? benchWords.partingLineToPartingLine : "";
	return "";
}

/** What the hands do to get from one cell to the next. */
export function handMove(feature: FeatureView, from: Cell, to: Cell | undefined): string {
	if (!to) return "last reading here";
	const station = feature.stations[to.station];
	const direction = columnName(feature, to.direction);
	if (feature.columns) return `next: ${station}${direction ? `, ${direction}` : ""}`;
	if (to.station === from.station) return benchWords.nextTurnToStayAt(direction, station);
	if (to.direction === from.direction) return benchWords.nextSlideToStayAt(station, direction);
	return `next: ${station}, ${direction}`;
}

/** The next cell after `at` on the path that has nothing yet and nothing waiting; undefined when all are read. */
export function nextCell(feature: FeatureView, path: Cell[], at: Cell, waiting: Cell[]): Cell | undefined {
	const here = path.findIndex((c) => sameCell(c, at));
	const round = [...path.slice(here + 1), ...path.slice(0, here + 1)];
	return round.find((c) => !sameCell(c, at) && !isRead(feature, c, waiting));
}

/** One cell over on the grid, held at its edges. */
export function stepCell(feature: FeatureView, at: Cell, key: string): Cell {
	const clamp = (value: number, count: number) => Math.max(0, Math.min(count - 1, value));
	switch (key) {
		case "ArrowLeft":
			return { ...at, direction: clamp(at.direction - 1, columnCount(feature)) };
		case "ArrowRight":
			return { ...at, direction: clamp(at.direction + 1, columnCount(feature)) };
		case "ArrowUp":
			return { ...at, station: clamp(at.station - 1, feature.stations.length) };
		default:
			return { ...at, station: clamp(at.station + 1, feature.stations.length) };
	}
}
