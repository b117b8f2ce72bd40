import { type System, show } from "../quantity/length";
import { drawingWords } from "../words/drawing";
import css from "./drawing.module.css";
import { type LadderMember, type LadderRung, ladderGeometry } from "./ladder";

export interface LadderProps {
	members: LadderMember[];
	rungs: LadderRung[];
	/** −1 for shafts, +1 for bores. */
	sign: 1 | -1;
	system: System;
	title: string;
}

const LEFT = 128;
const W = 520;

/** The sizes a set could have as rungs, and the line that the worst member needs drawn across them. */
export function Ladder({ members, rungs, sign, system, title }: LadderProps) {
	const g = ladderGeometry(members, rungs, sign, W);
	const worst = g.members.find((m) => m.worst);
	return (
		<svg className={css.drawing} viewBox={`${-LEFT} 0 ${W + LEFT + 8} ${g.height}`}>
			<title>{title}</title>
			{g.members.map((m) => (
				<text key={m.label} x={m.x} y={20} textAnchor="middle" className={m.worst ? css.lit : undefined}>
					{m.label}
				</text>
			))}
			{g.rungs.map((r) => (
				<g key={r.label}>
					<rect
						x={0}
						y={r.y - 5}
						width={W}
						height={10}
						rx={2}
						fill={r.chosen ? "var(--blue)" : r.feasible ? "var(--scribe)" : "none"}
						stroke={r.feasible || r.chosen ? "none" : "var(--scribe)"}
						strokeDasharray="5 4"
					/>
					<text
						x={-10}
						y={r.y + 5}
						textAnchor="end"
						className={r.chosen ? css.lit : r.feasible ? undefined : css.quiet}
						textDecoration={r.feasible || r.chosen ? undefined : "line-through"}
					>
						{r.label}
					</text>
				</g>
			))}
			{g.members.map((m) => (
				<g key={m.label}>
					<line x1={m.x} x2={m.x} y1={m.bottom} y2={m.cleansY} stroke="var(--bronze)" strokeWidth={2} strokeDasharray="4 3" />
					<line x1={m.x - 15} x2={m.x + 15} y1={m.cleansY} y2={m.cleansY} stroke="var(--bronze)" strokeWidth={4} />
					<rect
						x={m.x - 9}
						y={m.top}
						width={18}
						height={Math.max(3, m.bottom - m.top)}
						fill="var(--sheet)"
						stroke="var(--line)"
						strokeWidth={1.5}
					/>
				</g>
			))}
			{g.needY === undefined || !worst ? null : (
				<>
					<line x1={0} x2={W} y1={g.needY} y2={g.needY} stroke="var(--bronze)" strokeWidth={1.5} />
					<text x={W} y={g.needY + 18} textAnchor="end" className={css.need}>
						{drawingWords.cleansUpAt(worst.label, show(worst.cleans, system), worst.bend, show(worst.bend, system))}
					</text>
				</>
			)}
		</svg>
	);
}
