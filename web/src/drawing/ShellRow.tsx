import css from "./drawing.module.css";
export interface ShellRowProps {
	/** The wear of each shell in order, 0 to 3; undefined where it was not graded. */
	wear: (number | undefined)[];
	labels: string[];
	title: string;
}

const CELL = 92;
/** How far the worn patch reaches round the shell, by its grade. */
const REACH = [14, 30, 52, 82];

const at = (angle: number, r: number) => {
	const a = (angle * Math.PI) / 180;
	return `${(CELL / 2 + r * Math.sin(a)).toFixed(1)} ${(64 - r * Math.cos(a)).toFixed(1)}`;
};

const arc = (reach: number, inner: number, outer: number) =>
	`M${at(-reach, outer)} A${outer} ${outer} 0 0 1 ${at(reach, outer)} L${at(reach, inner)} A${inner} ${inner} 0 0 0 ${at(-reach, inner)} Z`;

/** Bearing shells laid out in order, each with the patch that wear has polished or torn into it. */
export function ShellRow({ wear, labels, title }: ShellRowProps) {
	return (
		<svg className={css.drawing} viewBox={`0 0 ${labels.length * CELL} 100`} style={{ maxWidth: labels.length * CELL }}>
			<title>{title}</title>
			{labels.map((label, i) => {
				const grade = wear[i];
				return (
					<g key={label} transform={`translate(${i * CELL} 0)`}>
						<path d={arc(90, 26, 44)} fill="var(--bronze-wash)" stroke="var(--bronze)" strokeWidth={1.5} />
						{grade === undefined ? null : (
							<path
								d={arc(REACH[grade] ?? 0, 26, 44)}
								fill={grade > 1 ? "var(--beyond)" : "var(--bronze)"}
								opacity={grade > 1 ? 0.85 : 0.55}
							/>
						)}
						<text x={CELL / 2} y={92} textAnchor="middle" className={grade === undefined ? css.quiet : undefined}>
							{label}
						</text>
					</g>
				);
			})}
		</svg>
	);
}
