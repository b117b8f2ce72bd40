import look from "../look/look.module.css";
import { drawingWords } from "../words/drawing";
import css from "./drawing.module.css";
import { type Point, tradeoffGeometry } from "./tradeoff";

export interface TradeoffProps {
	points: (Point & { label: string; chosen: boolean })[];
	onPick: (index: number) => void;
	costLabel: (cost: number) => string;
	title: string;
}

const W = 170;
const H = 96;

/** The ways of a whole job that are not worse in everything: cost against days, larger where nearer to the target. */
export function Tradeoff({ points, onPick, costLabel, title }: TradeoffProps) {
	const g = tradeoffGeometry(points, W, H);
	return (
		<svg className={`${css.drawing} ${css.tradeoff}`} viewBox={`-58 -14 ${W + 72} ${H + 52}`}>
			<title>{title}</title>
			<path d={`M0 0 V${H} H${W}`} fill="none" stroke="var(--line)" />
			{g.yTicks.map((t) => (
				<text key={t.cost} x={-6} y={t.y + 4} textAnchor="end" className={`${look.figure} ${css.quiet}`} fontSize={14}>
					{costLabel(t.cost)}
				</text>
			))}
			{g.xTicks.map((t) => (
				<text key={t.days} x={t.x} y={H + 18} textAnchor="middle" className={`${look.figure} ${css.quiet}`} fontSize={14}>
					{t.days}
				</text>
			))}
			<text x={W} y={H + 36} textAnchor="end" className={css.quiet} fontSize={14}>
				{drawingWords.workingDays}
			</text>
			{g.points.map((p, i) => {
				const point = points[i];
				if (!point) return null;
				return (
					// biome-ignore lint/a11y/useSemanticElements: a point of a drawing; the list beside it has real buttons
					<circle
						key={point.label}
						cx={p.x}
						cy={p.y}
						r={p.r}
						role="button"
						aria-label={point.label}
						tabIndex={-1}
						fill={point.chosen ? "var(--blue)" : "var(--sheet)"}
						stroke="var(--blue)"
						strokeWidth={2}
						className={css.point}
						onClick={() => onPick(i)}
					/>
				);
			})}
		</svg>
	);
}
