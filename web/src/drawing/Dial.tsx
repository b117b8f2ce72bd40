import { drawingWords } from "../words/drawing";
import css from "./drawing.module.css";
/** A dial with the needle a little clockwise past zero, and what that means on this gauge. */
export function Dial({ smaller }: { smaller: boolean }) {
	return (
		<svg className={`${css.drawing} ${css.dial}`} viewBox="0 0 300 104">
			<title>{drawingWords.clockwisePastZeroTheBoreIs(smaller)}</title>
			<circle cx={60} cy={52} r={44} fill="var(--sheet)" stroke="var(--line)" strokeWidth={1.5} />
			{Array.from({ length: 20 }, (_, i) => {
				const a = (i * Math.PI) / 10;
				const r = i % 5 === 0 ? 34 : 38;
				return (
					<line
						// biome-ignore lint/suspicious/noArrayIndexKey: the marks are their places
						key={i}
						x1={60 + 42 * Math.sin(a)}
						y1={52 - 42 * Math.cos(a)}
						x2={60 + r * Math.sin(a)}
						y2={52 - r * Math.cos(a)}
						stroke="var(--line)"
					/>
				);
			})}
			<text x={60} y={31} textAnchor="middle">
				0
			</text>
			<line x1={60} y1={52} x2={60 + 34 * Math.sin(0.75)} y2={52 - 34 * Math.cos(0.75)} stroke="var(--blue)" strokeWidth={3} />
			<circle cx={60} cy={52} r={4} fill="var(--blue)" />
			<circle cx={200} cy={52} r={34} fill="none" stroke="var(--scribe)" strokeWidth={2} strokeDasharray="4 4" />
			<circle cx={200} cy={52} r={smaller ? 26 : 42} fill="none" stroke="var(--blue)" strokeWidth={2.5} />
			<text x={250} y={49} className={css.lit}>
				{smaller ? "smaller" : "larger"}
			</text>
			<text x={250} y={66} className={css.quiet}>
				{drawingWords.thanSet}
			</text>
		</svg>
	);
}
