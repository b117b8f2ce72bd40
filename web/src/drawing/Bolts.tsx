import type { CSSProperties } from "react";
import css from "./drawing.module.css";

export type BoltMark = "done" | "next" | "waits" | "off";

export interface BoltsProps {
	rows: number;
	columns: number;
	/** Each column is a cap of its own; else all hold one piece. */
	caps: boolean;
	mark: (bolt: number) => BoltMark;
	/** What stands on a bolt: its number, or its place in the order. */
	text: (bolt: number) => string;
	label: string;
	name: (bolt: number) => string;
	onTap: (bolt: number) => void;
}

/** The bolts of a card seen from above: done is filled, next is ringed twice, what ended off is notched. */
export function Bolts({ rows, columns, caps, mark, text, label, name, onTap }: BoltsProps) {
	const column = (c: number) => Array.from({ length: rows }, (_, row) => c * rows + row + 1);
	return (
		<fieldset
			className={css.bolts}
			aria-label={label}
			data-caps={caps || undefined}
			style={{ "--columns": columns } as CSSProperties}
		>
			{Array.from({ length: columns }, (_, c) => column(c)).map((bolts) => (
				<div key={bolts[0]} className={css.boltColumn}>
					{bolts.map((bolt) => (
						<button
							key={bolt}
							type="button"
							tabIndex={-1}
							className={css.bolt}
							data-mark={mark(bolt)}
							aria-label={name(bolt)}
							onClick={() => onTap(bolt)}
						>
							{text(bolt)}
						</button>
					))}
				</div>
			))}
		</fieldset>
	);
}
