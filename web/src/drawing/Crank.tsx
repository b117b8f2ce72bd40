import type { ReactNode } from "react";
import { drawingWords } from "../words/drawing";
import { standingWord } from "../words/standing";
import { type Box, crankGeometry, type ShaftPlace, stood } from "./crank";
import css from "./drawing.module.css";
import { type Standing, StatusBar } from "./status";

export interface CrankJournal {
	standing: Standing;
	taken: number;
	of: number;
	label: string;
	lit?: boolean;
}

export interface CrankProps {
	shaft: ShaftPlace[];
	journal: (place: ShaftPlace) => CrankJournal;
	/** Stand on its end, as it is stored; labels go beside it. */
	standing?: boolean;
	/** Small marks only, without labels. */
	small?: boolean;
	/** Wraps a journal, for instance in a link. */
	wrap?: (place: ShaftPlace, inner: ReactNode, label: string) => ReactNode;
	title: string;
}

const shortName = (place: ShaftPlace) => drawingWords.journal(place.throw, place.number);

/** The crankshaft in side view, each journal with its mark. */
export function Crank({ shaft, journal, standing = false, small = false, wrap, title }: CrankProps) {
	const g = crankGeometry(shaft);
	const turn = (box: Box) => (standing ? stood(box) : box);
	const labels = small ? 0 : standing ? 72 : 22;
	const width = standing ? g.height + labels : g.width;
	const height = standing ? g.width : g.height + labels;
	const wrapped = wrap ?? ((_place, inner) => inner);
	return (
		<svg
			className={css.drawing}
			viewBox={`0 0 ${width} ${height}`}
			style={{ maxWidth: standing ? width : width * 1.7, maxHeight: small ? 31 : undefined }}
			preserveAspectRatio={small ? "xMinYMid meet" : undefined}
		>
			<title>{title}</title>
			{g.ends.map((end) => (
				<rect key={end.x} {...turn(end)} fill="var(--plate)" stroke="var(--line)" />
			))}
			{g.journals.map(({ place, ...box }) => {
				const b = turn(box);
				const j = journal(place);
				const name = `${j.label}: ${j.of > 0 && j.taken < j.of ? drawingWords.ofReadings(j.taken, j.of) : standingWord(j.standing)}`;
				const inner = (
					<g>
						<rect
							{...b}
							fill={j.lit ? "var(--blue-wash)" : "var(--sheet)"}
							stroke={j.lit ? "var(--blue)" : "var(--line)"}
							strokeWidth={j.lit ? 3 : 1.2}
						/>
						<StatusBar
							standing={j.standing}
							x={b.x + 5}
							y={b.y + b.height / 2 - 4}
							width={b.width - 10}
							height={8}
							progress={{ taken: j.taken, of: j.of }}
						/>
						{small ? null : (
							<text
								x={standing ? g.height + 6 : b.x + b.width / 2}
								y={standing ? b.y + b.height / 2 + 4 : g.height + 16}
								textAnchor={standing ? "start" : "middle"}
								className={j.lit ? css.lit : undefined}
								fontSize={standing ? 17 : 11}
							>
								{shortName(place)}
							</text>
						)}
					</g>
				);
				return <g key={`${place.throw}${place.number}`}>{wrapped(place, inner, name)}</g>;
			})}
			{g.webs.map((web) => (
				<rect key={web.x} {...turn(web)} rx={2} fill="var(--plate)" stroke="var(--line)" />
			))}
		</svg>
	);
}
