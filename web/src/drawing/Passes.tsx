import css from "./drawing.module.css";

export interface PassesProps {
	label: string;
	stations: string[];
	/** Sizes along the journal: before, then after each pass; any unit. */
	lines: { name: string; sizes: number[] }[];
	stop: number;
	least: number;
	stopText: string;
	leastText: string;
}

const W = 460;
const H = 190;
const LEFT = 20;
const RIGHT = 330;

/** The sizes along a journal, pass by pass, over the size to stop at and the least that is accepted: a dip is seen at once. */
export function Passes({ label, stations, lines, stop, least, stopText, leastText }: PassesProps) {
	const all = [...lines.flatMap((l) => l.sizes), stop, least];
	const low = Math.min(...all);
	const high = Math.max(...all);
	const y = (size: number) => 20 + ((high - size) / Math.max(1, high - low)) * (H - 60);
	const x = (i: number, n: number) => (n < 2 ? (LEFT + RIGHT) / 2 : LEFT + (i * (RIGHT - LEFT)) / (n - 1));
	const close = Math.abs(y(stop) - y(least)) < 16;
	return (
		<svg viewBox={`0 0 ${W} ${H}`} className={css.passes} role="img" aria-label={label}>
			<line x1={LEFT} x2={RIGHT} y1={y(stop)} y2={y(stop)} className={css.stopLine} />
			<text x={RIGHT + 8} y={y(stop) + (close ? -2 : 5)} className={css.passText}>
				{stopText}
			</text>
			<line x1={LEFT} x2={RIGHT} y1={y(least)} y2={y(least)} className={css.leastLine} />
			<text x={RIGHT + 8} y={y(least) + (close ? 14 : 5)} className={css.passText}>
				{leastText}
			</text>
			{lines.map(({ name, sizes }) => (
				<g key={name} className={css.pass} data-last={name === lines.at(-1)?.name || undefined}>
					<polyline points={sizes.map((size, i) => `${x(i, sizes.length)},${y(size)}`).join(" ")} />
					{sizes.map((size, i) => (
						<circle key={stations[i] ?? size} cx={x(i, sizes.length)} cy={y(size)} r={3.5} />
					))}
				</g>
			))}
			{stations.map((s, i) => (
				<text key={s} x={x(i, stations.length)} y={H - 8} className={css.mapText}>
					{s}
				</text>
			))}
		</svg>
	);
}
