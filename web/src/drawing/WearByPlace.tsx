import { scaleLinear } from "d3-scale";
import look from "../look/look.module.css";
import { type Length, type System, show } from "../quantity/length";
import { drawingWords } from "../words/drawing";
import css from "./drawing.module.css";

export interface WearByPlaceProps {
	title: string;
	/** By number; wear in 0.1 nm, sorted, one for each job. */
	parts: { number: number; wear: Length[]; median: Length; limit?: Length }[];
	unit: System;
}

const WIDTH = 560;
const HEIGHT = 230;
const LEFT = 74;
const FOOT = 26;
/** The least height of the picture: 0.0004 in, so that no wear is drawn as none. */
const LEAST = 101_600;

/** Wear by position: a short line for each job, a bar for the middle one, the limit across. */
export function WearByPlace({ title, parts, unit }: WearByPlaceProps) {
	const limit = parts.find((p) => p.limit !== undefined)?.limit;
	const all = parts.flatMap((p) => p.wear);
	const top = Math.max(...all, limit ?? 0, LEAST);
	const bottom = Math.min(0, ...all);
	const y = scaleLinear([bottom, top * 1.06], [HEIGHT - FOOT, 8]);
	const column = (WIDTH - LEFT) / parts.length;
	const reach = Math.min(26, column * 0.34);
	const faint = Math.max(0.12, Math.min(0.7, 6 / Math.max(...parts.map((p) => p.wear.length))));
	return (
		<svg className={css.drawing} viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={title}>
			<title>{title}</title>
			{y
				.ticks(4)
				.map(Math.round)
				.map((tick) => (
					<g key={tick}>
						<line x1={LEFT} x2={WIDTH} y1={y(tick)} y2={y(tick)} stroke="var(--scribe)" />
						<text className={`${look.figure} ${css.quiet}`} x={LEFT - 8} y={y(tick) + 5} textAnchor="end">
							{show(tick, unit)}
						</text>
					</g>
				))}
			{parts.map((p, i) => {
				const x = LEFT + column * (i + 0.5);
				return (
					<g key={p.number}>
						{p.wear.map((w, job) => (
							<line
								// biome-ignore lint/suspicious/noArrayIndexKey: sorted sizes have no names
								key={job}
								x1={x - reach}
								x2={x + reach}
								y1={y(w)}
								y2={y(w)}
								stroke="var(--blue)"
								strokeWidth={1.5}
								opacity={faint}
							/>
						))}
						<rect x={x - reach - 3} y={y(p.median) - 3} width={2 * reach + 6} height={6} rx={2} fill="var(--ink)">
							<title>{drawingWords.numberInTheMiddleOf(p.number, show(p.median, unit), p.wear.length)}</title>
						</rect>
						<text x={x} y={HEIGHT - 6} textAnchor="middle">
							{p.number}
						</text>
					</g>
				);
			})}
			{limit !== undefined ? (
				<g>
					<line x1={LEFT} x2={WIDTH} y1={y(limit)} y2={y(limit)} stroke="var(--beyond)" strokeWidth={2} strokeDasharray="7 4" />
					<text x={WIDTH} y={y(limit) - 5} textAnchor="end" className={css.over}>
						{drawingWords.wearLimit(show(limit, unit))}
					</text>
				</g>
			) : null}
		</svg>
	);
}
