import { scaleLinear } from "d3-scale";
import look from "../look/look.module.css";
import { type System, showSpan } from "../quantity/length";
import css from "./drawing.module.css";

export interface WindowRow {
	label: string;
	min: number;
	max: number;
	window?: { min: number; max: number };
	inside: boolean;
}

/** Clearances as runs in their windows, one row a journal. */
export function Windows({ rows, system, title }: { rows: WindowRow[]; system: System; title: string }) {
	const ends = rows.flatMap((r) => [r.min, r.max, r.window?.min ?? r.min, r.window?.max ?? r.max]);
	const x = scaleLinear([Math.min(0, ...ends), Math.max(...ends) * 1.05], [60, 196]);
	return (
		<svg className={css.drawing} viewBox={`0 0 320 ${rows.length * 24 + 4}`}>
			<title>{title}</title>
			{rows.map((r, i) => (
				<g key={r.label} transform={`translate(0 ${i * 24 + 12})`}>
					<text x={0} y={4}>
						{r.label}
					</text>
					{r.window ? (
						<rect
							x={x(r.window.min)}
							y={-6}
							width={x(r.window.max) - x(r.window.min)}
							height={12}
							fill="var(--blue-wash)"
							stroke="var(--hollow)"
							strokeWidth={0.75}
						/>
					) : null}
					<rect
						x={x(r.min)}
						y={-3}
						width={Math.max(5, x(r.max) - x(r.min))}
						height={6}
						fill={r.inside ? "var(--within)" : "var(--beyond)"}
					/>
					<text x={204} y={4} className={look.figure} fontSize={12}>
						{showSpan(r.min, r.max, system)}
						{r.inside ? "" : " out"}
					</text>
				</g>
			))}
		</svg>
	);
}
