import look from "../look/look.module.css";
import { resolution, type System, show } from "../quantity/length";
import { drawingWords } from "../words/drawing";
import css from "./drawing.module.css";
import { profileGeometry } from "./profile";

export interface ProfileProps {
	stations: string[];
	directions: number[];
	sizes: (number | null)[][];
	/** The range of new parts of its class. */
	band?: { min: number; max: number };
	/** The limit of its taper: what is far inside looks so. */
	limit?: number | undefined;
	system: System;
	title: string;
}

const W = 420;
const H = 230;
const DASHES = ["", "7 4", "2 4", "10 3 2 3"];

/** The size along the axis, one line for each direction, over the range of new parts. */
export function Profile({ stations, directions, sizes, band, limit, system, title }: ProfileProps) {
	const g = profileGeometry(sizes, W, H, resolution(system), band, limit);
	return (
		<svg className={css.drawing} viewBox={`-88 -16 ${W + 164} ${H + 56}`}>
			<title>{title}</title>
			{g.band ? (
				<>
					<rect x={0} y={g.band.y} width={W} height={g.band.height} fill="var(--blue-wash)" />
					<text x={6} y={g.band.y + 14} className={css.quiet}>
						{drawingWords.new}
					</text>
				</>
			) : null}
			{g.ticks.map((t) => (
				<g key={t.size}>
					<line x1={0} x2={W} y1={t.y} y2={t.y} stroke="var(--scribe)" />
					<text x={-8} y={t.y + 4} textAnchor="end" className={`${look.figure} ${css.quiet}`}>
						{show(t.size, system)}
					</text>
				</g>
			))}
			{stations.map((name, i) => (
				<g key={name}>
					<line x1={g.stationX[i]} x2={g.stationX[i]} y1={0} y2={H} stroke="var(--scribe)" strokeDasharray="3 4" />
					<text x={g.stationX[i]} y={H + 22} textAnchor="middle">
						{name}
					</text>
				</g>
			))}
			{g.lines.map((path, d) => (
				<path
					key={directions[d]}
					d={path}
					fill="none"
					stroke="var(--bronze)"
					strokeWidth={2}
					strokeDasharray={DASHES[d % DASHES.length]}
				/>
			))}
			{sizes.map((row, s) =>
				row.map((size, d) =>
					size === null ? null : (
						<circle
							key={`${stations[s]} ${directions[d]}`}
							cx={g.stationX[s]}
							cy={Number(g.lines.length > 0 ? yOf(g, size) : 0)}
							r={3.5}
							fill="var(--blue)"
						/>
					),
				),
			)}
			{directions.map((d, i) => (
				<g key={d} transform={`translate(${W + 8} ${14 + i * 20})`}>
					<line
						x1={0}
						x2={20}
						y1={-4}
						y2={-4}
						stroke="var(--bronze)"
						strokeWidth={2}
						strokeDasharray={DASHES[i % DASHES.length]}
					/>
					<text x={24} className={look.figure}>
						{d}°
					</text>
				</g>
			))}
		</svg>
	);
}

function yOf(g: ReturnType<typeof profileGeometry>, size: number): number {
	const [a, , b] = g.ticks;
	if (!a || !b || a.size === b.size) return a?.y ?? 0;
	return a.y + ((size - a.size) / (b.size - a.size)) * (b.y - a.y);
}
