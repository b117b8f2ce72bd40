import look from "../look/look.module.css";
import { drawingWords } from "../words/drawing";
import css from "./drawing.module.css";
import { type FormScale, onCircle, type Ring, sectionGeometry } from "./section";

export interface SectionProps {
	/** One ring a station. */
	rings: Ring[];
	stations: string[];
	/** The direction being read; the two contact points stand there. */
	direction?: number;
	/** The station being read. */
	station?: number;
	/** True for bores: the contacts stand inside. */
	bore: boolean;
	/** Draw 0° upwards instead of to the right. */
	zeroUp?: boolean;
	/** One contact only: an indicator on a turning shaft. */
	oneSided?: boolean;
	/** Forms of other states, drawn thin behind; each is moved to the same mean, so that only its form shows. */
	behind?: Ring[];
	/** What the form is judged by; it says how much larger it is drawn. */
	form?: FormScale | undefined;
	/** The fitted oval's large axis, in degrees. */
	axis?: number;
	title: string;
}

const R = 104;
const DASHES = ["", "6 4", "2 4"];

/** The section being measured: contact points at the present direction, and one exaggerated outline a station. */
export function Section({
	rings,
	stations,
	direction,
	station,
	bore,
	zeroUp = false,
	oneSided = false,
	behind = [],
	form,
	axis,
	title,
}: SectionProps) {
	const turn = zeroUp ? 90 : 0;
	const g = sectionGeometry(
		[...rings, ...centred(behind, rings)].map((r) => ({ ...r, directions: r.directions.map((d) => d + turn) })),
		R,
		form,
	);
	const directions = rings[0]?.directions ?? [];
	const drawn = g.paths.some((p) => p !== null);
	return (
		<svg className={`${css.drawing} ${css.section}`} viewBox="-200 -160 400 322">
			<title>{title}</title>
			<circle r={R} fill={bore ? "none" : "var(--plate)"} stroke="var(--line)" strokeWidth={1.5} />
			{g.band ? (
				<circle
					r={R}
					fill="none"
					stroke="var(--blue-wash)"
					strokeWidth={g.band.outer - g.band.inner}
					data-band={g.band.outer - g.band.inner}
				/>
			) : null}
			{bore ? <circle r={R + 22} fill="none" stroke="var(--scribe)" strokeWidth={1.5} /> : null}
			{directions.map((d) => {
				const a = onCircle(d + turn, R);
				const label = onCircle(d + turn, R + (bore ? 40 : 34));
				const lit = d === direction;
				return (
					<g key={d}>
						<line
							x1={a.x}
							y1={a.y}
							x2={oneSided ? 0 : -a.x}
							y2={oneSided ? 0 : -a.y}
							stroke="var(--scribe)"
							strokeDasharray="3 4"
						/>
						<text
							x={label.x}
							y={label.y + 5}
							textAnchor={label.x > 20 ? "start" : label.x < -20 ? "end" : "middle"}
							className={lit ? `${look.figure} ${css.lit}` : `${look.figure} ${css.quiet}`}
							fontSize={17}
						>
							{d}°
						</text>
					</g>
				);
			})}
			{g.paths.map((path, i) =>
				path === null ? null : (
					<g key={stations[i] ?? `behind ${i}`} fill="none">
						{i < rings.length && g.blur > 3 && (i === station || station === undefined) ? (
							<path d={path} stroke="var(--bronze)" strokeOpacity={0.16} strokeWidth={g.blur} strokeLinejoin="round" />
						) : null}
						<path
							d={path}
							stroke={
								i >= rings.length
									? "var(--hollow)"
									: i === station || station === undefined
										? "var(--bronze)"
										: "color-mix(in srgb, var(--bronze) 55%, var(--paper))"
							}
							strokeWidth={i >= rings.length ? 1.2 : 2}
							strokeDasharray={DASHES[(i >= rings.length ? i - rings.length : i) % DASHES.length]}
						/>
					</g>
				),
			)}
			{axis === undefined ? null : <Axis angle={axis + turn} />}
			{direction === undefined ? null : <Contacts direction={direction + turn} bore={bore} oneSided={oneSided} />}
			{drawn ? (
				<text x={-196} y={152} className={css.quiet} fontSize={15}>
					{drawingWords.formDrawn(g.exaggeration, g.band !== undefined)}
				</text>
			) : null}
		</svg>
	);
}

/** Rings moved so that their mean is that of others. */
function centred(moved: Ring[], others: Ring[]): Ring[] {
	const mean = (list: Ring[]) => {
		const all = list.flatMap((r) => r.diameters).filter((d) => d !== null);
		return all.length > 0 ? all.reduce((a, b) => a + b, 0) / all.length : undefined;
	};
	const [from, to] = [mean(moved), mean(others)];
	if (from === undefined || to === undefined) return moved;
	return moved.map((r) => ({ ...r, diameters: r.diameters.map((d) => (d === null ? null : d - from + to)) }));
}

function Axis({ angle }: { angle: number }) {
	const a = onCircle(angle, R + 14);
	return <line x1={a.x} y1={a.y} x2={-a.x} y2={-a.y} stroke="var(--bronze)" strokeWidth={1.5} strokeDasharray="10 3 2 3" />;
}

function Contacts({ direction, bore, oneSided }: { direction: number; bore: boolean; oneSided: boolean }) {
	const near = onCircle(direction, bore ? R - 2 : R + 2);
	const far = onCircle(direction, bore ? R - 26 : R + 26);
	return (
		<g stroke="var(--blue)" strokeLinecap="round">
			{oneSided ? null : <line x1={near.x} y1={near.y} x2={-near.x} y2={-near.y} strokeWidth={2} />}
			<line x1={near.x} y1={near.y} x2={far.x} y2={far.y} strokeWidth={13} />
			{oneSided ? null : <line x1={-near.x} y1={-near.y} x2={-far.x} y2={-far.y} strokeWidth={13} />}
		</g>
	);
}
