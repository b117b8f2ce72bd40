import { scaleLinear } from "d3-scale";
import { line } from "d3-shape";
import css from "./drawing.module.css";

const WIDTH = 220;
const HEIGHT = 40;

/** What a gauge showed in the last seconds, and the point at which it turned back. */
export function Trace({ points, mark }: { points: readonly number[]; mark?: number }) {
	if (points.length < 2) return null;
	const all = mark === undefined ? points : [...points, mark];
	const y = scaleLinear([Math.min(...all), Math.max(...all)], [HEIGHT - 3, 3]);
	const x = scaleLinear([0, points.length - 1], [1, WIDTH - 1]);
	const path = line<number>(
		(_, i) => x(i),
		(p) => y(p),
	)([...points]);
	return (
		<svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} width={WIDTH} height={HEIGHT} aria-hidden="true" className={css.trace}>
			{mark === undefined ? null : <line x1={0} x2={WIDTH} y1={y(mark)} y2={y(mark)} className={css.turned} />}
			<path d={path ?? undefined} />
		</svg>
	);
}
