import css from "./drawing.module.css";

export interface PlotProps {
	label: string;
	/** Lines of points, each with its name. Points stand side by side, or where their moment puts them. */
	lines: { name: string; points: { at: string; size: number; moment?: number }[] }[];
	/** Levels to draw across, such as what is allowed. */
	levels?: { name: string; size: number }[];
	show: (size: number) => string;
	/** Whether the points of a line are joined. */
	joined: boolean;
	/** Whether each line's name stands at its end. */
	named?: boolean;
}

const W = 500;
const H = 180;
const LEFT = 70;
const RIGHT = 400;

/** Points over what they are of, with levels across: a drift over time, readings by part, ranges by hand. */
export function Plot({ label, lines, levels = [], show, joined, named = false }: PlotProps) {
	const sizes = [...lines.flatMap((l) => l.points.map((p) => p.size)), ...levels.map((l) => l.size)];
	if (sizes.length === 0) return null;
	const low = Math.min(...sizes);
	const high = Math.max(...sizes);
	const places = [...new Set(lines.flatMap((l) => l.points.map((p) => p.at)))];
	const moments = new Map(lines.flatMap((l) => l.points.map((p) => [p.at, p.moment] as const)));
	const place = (at: string) => moments.get(at) ?? places.indexOf(at);
	const first = Math.min(...places.map(place));
	const last = Math.max(...places.map(place));
	const x = (at: string) => (last > first ? LEFT + ((place(at) - first) * (RIGHT - LEFT)) / (last - first) : (LEFT + RIGHT) / 2);
	const y = (size: number) => 16 + ((high - size) / Math.max(1, high - low)) * (H - 52);
	return (
		<svg viewBox={`0 0 ${W} ${H}`} className={css.passes} role="img" aria-label={label}>
			{[...new Set([low, high])].map((size) => (
				<text key={size} x={LEFT - 10} y={y(size) + 4} className={css.passText} data-at="left">
					{show(size)}
				</text>
			))}
			{levels.map((l) => (
				<g key={l.name}>
					<line x1={LEFT} x2={RIGHT} y1={y(l.size)} y2={y(l.size)} className={css.leastLine} />
					<text x={RIGHT + 6} y={y(l.size) + 4} className={css.passText}>
						{l.name}
					</text>
				</g>
			))}
			{named
				? apart(lines.map((l) => y(l.points.at(-1)?.size ?? 0))).map((at, i) => (
						<text key={lines[i]?.name} x={RIGHT + 8} y={at + 4} className={css.passText}>
							{lines[i]?.name}
						</text>
					))
				: null}
			{lines.map((l) => (
				<g key={l.name} className={css.pass} data-last>
					{joined ? <polyline points={l.points.map((p) => `${x(p.at)},${y(p.size)}`).join(" ")} /> : null}
					{l.points.map((p) => (
						<circle key={`${p.at} ${p.size}`} cx={x(p.at)} cy={y(p.size)} r={3.5} />
					))}
				</g>
			))}
			{places.map((at, i) =>
				(places.length <= 12 && !moments.get(at)) || i === 0 || i === places.length - 1 ? (
					<text key={at} x={x(at)} y={H - 6} className={css.mapText}>
						{at}
					</text>
				) : null,
			)}
		</svg>
	);
}

/** Heights moved down where they would overlap. */
function apart(heights: number[]): number[] {
	let least = Number.NEGATIVE_INFINITY;
	const moved = [...heights];
	for (const [height, i] of heights.map((h, n) => [h, n] as const).sort((a, b) => a[0] - b[0])) {
		least = Math.max(height, least + 13);
		moved[i] = least;
	}
	return moved;
}
