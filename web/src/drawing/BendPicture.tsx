import look from "../look/look.module.css";
import { drawingWords } from "../words/drawing";
import css from "./drawing.module.css";

interface Vector {
	x: number;
	y: number;
}

export interface BendPictureProps {
	mains: number[];
	/** The throw of each main off the line between the end ones, along 0° and along 90°. */
	off: Vector[];
	label: (v: Vector) => string;
	title: string;
}

const PITCH = 130;

/** The bend as arrows, one a main, each seen along the shaft: how far its centre lies off, and which way. */
export function BendPicture({ mains, off, label, title }: BendPictureProps) {
	const longest = Math.max(...off.map((v) => Math.hypot(v.x, v.y)), 1);
	const width = mains.length * PITCH;
	return (
		<svg className={css.drawing} viewBox={`0 0 ${width} 140`} style={{ maxWidth: width * 1.1 }}>
			<title>{title}</title>
			<line x1={PITCH / 2} x2={width - PITCH / 2} y1={56} y2={56} stroke="var(--scribe)" strokeDasharray="4 4" />
			{mains.map((main, i) => {
				const v = off[i] ?? { x: 0, y: 0 };
				const cx = PITCH * (i + 0.5);
				// 0° is drawn upwards and the angle grows clockwise, as seen from the nose.
				const [dx, dy] = [(v.y / longest) * 40, (-v.x / longest) * 40];
				return (
					<g key={main}>
						<circle cx={cx} cy={56} r={44} fill="none" stroke="var(--scribe)" />
						<circle cx={cx} cy={56} r={2.5} fill="var(--line)" />
						<line x1={cx} y1={56} x2={cx + dx} y2={56 + dy} stroke="var(--beyond)" strokeWidth={3} strokeLinecap="round" />
						<circle cx={cx + dx} cy={56 + dy} r={5} fill="var(--beyond)" />
						<text x={cx} y={118} textAnchor="middle">
							{drawingWords.main(main)}
						</text>
						<text x={cx} y={135} textAnchor="middle" className={`${look.figure} ${css.quiet}`}>
							{label(v)}
						</text>
					</g>
				);
			})}
			<text x={4} y={16} className={css.quiet}>
				{drawingWords.n0Up}
			</text>
		</svg>
	);
}
