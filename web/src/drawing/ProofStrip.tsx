import { scaleLinear } from "d3-scale";
import css from "./drawing.module.css";

export interface ProofStripProps {
	title: string;
	/** What was ordered: a window, or only a most. */
	line: { min?: number; max?: number; most?: number };
	back?: { min: number; max: number };
	missed: boolean;
}

/** The window that was ordered, with what came back as a run in it. */
export function ProofStrip({ title, line, back, missed }: ProofStripProps) {
	const high = line.most ?? line.max;
	if (high === undefined) return null;
	const low = line.most !== undefined ? 0 : (line.min ?? Math.min(high, back?.min ?? high));
	const width = Math.max(1, high - low);
	const ends = [low, high, ...(back ? [back.min, back.max] : [])];
	const x = scaleLinear([Math.min(...ends) - width * 0.3, Math.max(...ends) + width * 0.3], [0, 160]);
	return (
		<svg className={css.drawing} viewBox="0 0 160 22" width={160} height={22}>
			<title>{title}</title>
			<line x1={0} x2={160} y1={11} y2={11} stroke="var(--scribe)" />
			<rect
				x={x(low)}
				y={4}
				width={Math.max(2, x(high) - x(low))}
				height={14}
				fill="var(--blue-wash)"
				stroke="var(--hollow)"
				strokeWidth={0.75}
			/>
			{back ? (
				<rect
					x={x(back.min)}
					y={8}
					width={Math.max(4, x(back.max) - x(back.min))}
					height={6}
					fill={missed ? "var(--beyond)" : "var(--within)"}
				/>
			) : null}
		</svg>
	);
}
