import css from "./drawing.module.css";

export interface PlotProps {
	label: string;
	/** Lines of points, each with its name; a point without a size leaves a gap. */
	lines: { name: string; points: { at: string; size: number }[] }[];
	/** Levels to draw across, such as what is allowed. */
	levels?: { name: string; size: number }[];
	show: (size: number) => string;
	/** Whether the points of a line are joined. */
	joined: boolean;
}

const W = 460;
const H = 180;
const LEFT = 70;
const RIGHT = 400;

/** Points over what they are of, with levels across: a drift over time, readings by part, ranges by hand. */
export function Plot({ label, lines, levels = [], show, joined }: PlotProps) {
	const sizes = [...lines.flatMap((l) => l.points.map((p) => p.size)), ...levels.map((l) => l.size)];
	if (sizes.length === 0) return null;
	const low = Math.min(...sizes);
	const high = Math.max(...sizes);
	const places = [...new Set(lines.flatMap((l) => l.points.map((p) => p.at)))];
	const x = (at: string) =>
		places.length < 2 ? (LEFT + RIGHT) / 2 : LEFT + (places.indexOf(at) * (RIGHT - LEFT)) / (places.length - 1);
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
			{lines.map((l) => (
				<g key={l.name} className={css.pass} data-last>
					{joined ? <polyline points={l.points.map((p) => `${x(p.at)},${y(p.size)}`).join(" ")} /> : null}
					{l.points.map((p) => (
						<circle key={`${p.at} ${p.size}`} cx={x(p.at)} cy={y(p.size)} r={3.5} />
					))}
				</g>
			))}
			{places.map((at, i) =>
				places.length <= 12 || i === 0 || i === places.length - 1 ? (
					<text key={at} x={x(at)} y={H - 6} className={css.mapText}>
						{at}
					</text>
				) : null,
			)}
		</svg>
	);
}
