import { Table } from "@mantine/core";
import type { Cell, FeatureView } from "../../api/client";
import { liveReadings } from "../../api/view";
import look from "../../look/look.module.css";
import { type System, showAs } from "../../quantity/length";
import { askWords } from "../../words/asks";
import { benchWords } from "../../words/bench";
import css from "./bench.module.css";
import { columnNames, sameCell } from "./moves";
import type { Entry } from "./use-taker";

interface CellTableProps {
	feature: FeatureView;
	at: Cell;
	system: System;
	waiting: Entry[];
	/** Places that are asked for again, with how many readings more. */
	wanted: (Cell & { more: number })[];
	onPick: (cell: Cell) => void;
}

/** The grid of the plan with what holds at each place. */
export function CellTable({ feature, at, system, waiting, wanted, onPick }: CellTableProps) {
	return (
		<div className={look.scroll}>
			<Table verticalSpacing={1} className={look.figure} aria-label={benchWords.readingsOfThisPart}>
				<Table.Thead>
					<Table.Tr>
						<Table.Td />
						{columnNames(feature).map((name, i) => (
							<Table.Th key={name} scope="col" data-lit={i === at.direction}>
								{name}
							</Table.Th>
						))}
					</Table.Tr>
				</Table.Thead>
				<Table.Tbody>
					{feature.stations.map((name, station) => (
						<Table.Tr key={name}>
							<Table.Th scope="row" data-lit={station === at.station}>
								{name}
							</Table.Th>
							{columnNames(feature).map((column, direction) => {
								const cell = { station, direction };
								const lit = sameCell(cell, at);
								const asked = wanted.find((w) => sameCell(w, cell));
								return (
									<Table.Td key={column} data-lit={lit} style={lit ? { borderBottom: "3px solid var(--blue)" } : undefined}>
										<button
											type="button"
											tabIndex={-1}
											className={`${look.choice} ${css.cell}`}
											data-asked={asked !== undefined}
											aria-label={`${name}, ${column}: ${cellText(feature, cell, system, waiting)}${asked ? `, ${askWords.more(asked.more)}` : ""}`}
											onClick={() => onPick(cell)}
										>
											{cellText(feature, cell, system, waiting)}
											{asked ? <span className={css.more}>{askWords.more(asked.more)}</span> : null}
										</button>
									</Table.Td>
								);
							})}
						</Table.Tr>
					))}
				</Table.Tbody>
			</Table>
		</div>
	);
}

function cellText(feature: FeatureView, cell: Cell, system: System, waiting: Entry[]): string {
	const wait = waiting.find((w) => sameCell(w.cell, cell));
	if (wait) return `…${wait.reason ?? wait.typed}`;
	const live = liveReadings(feature, cell);
	const sizes = live.flatMap((r) => (r.value === undefined ? [] : [r.value]));
	if (sizes.length > 0) {
		const mean = Math.round(sizes.reduce((a, b) => a + b, 0) / sizes.length);
		return showAs(feature.quantity, mean, system) + (sizes.length > 1 ? ` (${sizes.length})` : "");
	}
	const reason = live[0]?.reason;
	return reason === "outside the plan" ? "–" : (reason ?? "·");
}
