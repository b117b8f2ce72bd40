import look from "../look/look.module.css";
import css from "./drawing.module.css";
import type { Standing } from "./status";
import { StatusMark } from "./status";
import { type StripInput, stripGeometry } from "./strip";

export interface StripProps {
	name: string;
	/** The figures as text; a dash while there is nothing. */
	figures: string;
	/** The limit or window as text. */
	limit?: string;
	standing: Standing;
	input?: StripInput;
}

const WIDTH = 300;

/** One measure on its number line: window, limit, value and the gauge's uncertainty. */
export function Strip({ name, figures, limit, standing, input }: StripProps) {
	const g = input ? stripGeometry(input, WIDTH) : undefined;
	return (
		<div>
			<div className={css.stripHead}>
				<span>{name}</span>
				<span className={`${look.figure} ${css.stripFound}`}>{figures}</span>
			</div>
			<svg className={css.drawing} viewBox={`0 0 ${WIDTH} 20`} aria-hidden="true">
				<line x1={0} x2={WIDTH} y1={10} y2={10} stroke="var(--scribe)" strokeWidth={1.5} />
				{g?.window ? <rect x={g.window.x} y={4} width={g.window.width} height={12} fill="var(--blue-wash)" /> : null}
				{g ? (
					<rect
						x={g.blur.x}
						y={8}
						width={g.blur.width}
						height={4}
						fill="var(--bronze-wash)"
						stroke="var(--bronze)"
						strokeWidth={0.5}
					/>
				) : null}
				{g ? <rect x={g.value.x} y={6} width={g.value.width} height={8} fill="var(--blue)" /> : null}
				{g?.marks.map((x) => (
					<line key={x} x1={x} x2={x} y1={0} y2={20} stroke="var(--beyond)" strokeWidth={2.5} />
				))}
			</svg>
			<div className={css.stripEnds}>
				<StatusMark standing={standing} />
				{limit ? <span className={`${look.figure} ${look.soft}`}>{limit}</span> : null}
			</div>
		</div>
	);
}
