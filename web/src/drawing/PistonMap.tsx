import css from "./drawing.module.css";

export interface PistonMapProps {
	label: string;
	front: string;
	/** Where each gap stands, in degrees from the front, clockwise from above; done where its ring is on. */
	gaps: { name: string; angle: number; done: boolean; lit: boolean }[];
}

const R = 92;

/** A piston from above: its mark to the front, and where each ring's gap stands. */
export function PistonMap({ label, front, gaps }: PistonMapProps) {
	const at = (angle: number, r: number) => {
		const a = ((angle - 90) * Math.PI) / 180;
		return [150 + r * Math.cos(a), 150 + r * Math.sin(a)] as const;
	};
	return (
		<svg viewBox="-20 0 340 270" className={css.pistonMap} role="img" aria-label={label}>
			<circle cx={150} cy={150} r={R} className={css.cap} />
			<path d="M150 74 l9 16 h-18 z" className={css.pistonMark} />
			<text x={150} y={22} className={css.mapText}>
				{front}
			</text>
			{gaps.map((g) => {
				const [x1, y1] = at(g.angle, R - 14);
				const [x2, y2] = at(g.angle, R + 4);
				const [tx, ty] = at(g.angle, R + 26);
				return (
					<g key={g.name} data-done={g.done || undefined} data-lit={g.lit || undefined} className={css.gap}>
						<line x1={x1} y1={y1} x2={x2} y2={y2} />
						<text x={tx} y={ty + 4} className={css.mapText} data-at={tx > 170 ? "right" : tx < 130 ? "left" : undefined}>
							{g.name}
						</text>
					</g>
				);
			})}
		</svg>
	);
}
