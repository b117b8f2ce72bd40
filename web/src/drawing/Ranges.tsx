import { scaleLinear } from "d3-scale";
import look from "../look/look.module.css";
import { type System, show, showSpan } from "../quantity/length";
import { drawingWords } from "../words/drawing";
import css from "./drawing.module.css";
import type { Standing } from "./status";

/** One part: what it is, what it may be, and what it will be. */
export interface RangeRow {
	label: string;
	min: number;
	max: number;
	/** What is allowed; an end that is left out is open. */
	low?: number | undefined;
	high?: number | undefined;
	/** What it will be once the work is done. */
	finished?: { min: number; max: number } | undefined;
	/** Readings that have a meaning of their own: a height, a turn. */
	marks?: { at: number; text: string }[];
	standing: Standing;
	/** What happens to it, and what that takes. */
	outcome: string;
	note?: string | undefined;
}

const LEFT = 128;
const RIGHT = 470;
const ROW = 30;

const COLOUR: Partial<Record<Standing, string>> = { beyond: "var(--beyond)", unsure: "var(--unsure)" };

/** Members of a set under each other on one scale: found, allowed, finished, and what happens to each. */
export function Ranges({ rows, system, title }: { rows: RangeRow[]; system: System; title: string }) {
	const x = rangeScale(rows);
	const marked = rows.some((r) => r.marks?.length || r.note);
	const row = marked ? ROW + 12 : ROW;
	return (
		<svg className={css.drawing} viewBox={`0 0 690 ${rows.length * row + 10}`}>
			<title>{title}</title>
			{rows.map((r, i) => (
				<Row key={r.label} row={r} system={system} x={x} y={i * row + (marked ? 26 : 17)} />
			))}
		</svg>
	);
}

/** The scale that all rows stand on: a one-sided limit begins at nought, sizes begin near themselves. */
export function rangeScale(rows: RangeRow[]) {
	const ends = rows
		.flatMap((r) => [r.min, r.max, r.low, r.high, r.finished?.min, r.finished?.max])
		.filter((n) => n !== undefined);
	const [low, high] = [Math.min(...ends), Math.max(...ends)];
	const sizes = low > 0 && high - low < low / 4;
	const from = sizes ? low - (high - low) * 0.08 : Math.min(0, low);
	return scaleLinear([from, high + (high - from) * 0.08 || 1], [LEFT, RIGHT]);
}

function Row({ row: r, system, x, y }: { row: RangeRow; system: System; x: ReturnType<typeof rangeScale>; y: number }) {
	const [left, right] = [r.low === undefined ? LEFT : x(r.low), r.high === undefined ? RIGHT : x(r.high)];
	const judged = r.low !== undefined || r.high !== undefined;
	const colour = COLOUR[r.standing] ?? "var(--within)";
	return (
		<g transform={`translate(0 ${y})`}>
			<text x={LEFT - 10} y={5} textAnchor="end" fontSize={14}>
				{r.label}
			</text>
			<line x1={LEFT} x2={RIGHT} stroke="var(--scribe)" />
			{judged ? <rect x={left} y={-7} width={Math.max(1, right - left)} height={14} fill="var(--blue-wash)" /> : null}
			{[r.low, r.high].map((end) =>
				end === undefined || end === 0 ? null : (
					<line key={end} x1={x(end)} x2={x(end)} y1={-9} y2={9} stroke="var(--beyond)" strokeWidth={2} />
				),
			)}
			{r.finished ? (
				<rect
					x={x(r.finished.min) - 2}
					y={-5}
					width={Math.max(4, x(r.finished.max) - x(r.finished.min) + 4)}
					height={10}
					fill="none"
					stroke="var(--blue)"
					strokeWidth={1.5}
				/>
			) : null}
			<rect x={x(r.min) - 1.5} y={-3} width={Math.max(3, x(r.max) - x(r.min) + 3)} height={6} fill={colour} />
			{r.marks?.map((m, i) => (
				<g key={m.text}>
					<line x1={x(m.at)} x2={x(m.at)} y1={-10} y2={3} stroke={colour} strokeWidth={1.5} />
					<text x={x(m.at)} y={i % 2 ? 21 : -12} textAnchor="middle" fontSize={11} className={css.quiet}>
						{m.text}
					</text>
				</g>
			))}
			<text x={RIGHT + 12} y={5} fontSize={13} className={look.figure}>
				{r.min === r.max ? show(r.min, system) : showSpan(r.min, r.max, system)}
			</text>
			<text x={686} y={5} textAnchor="end" fontSize={13} fontWeight={700} fill={colour}>
				{r.standing === "beyond" && r.outcome === "" ? drawingWords.out : r.outcome}
			</text>
			{r.note ? (
				<text x={686} y={21} textAnchor="end" fontSize={12} className={css.quiet}>
					{r.note}
				</text>
			) : null}
		</g>
	);
}
