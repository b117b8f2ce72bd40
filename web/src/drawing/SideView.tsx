import { drawingWords } from "../words/drawing";
import css from "./drawing.module.css";
export interface SideViewProps {
	stations: string[];
	station: number;
	bore: boolean;
	/** A cylinder standing on its crankcase: stations lie under each other. */
	upright?: boolean;
	/** What the hands do after this reading. */
	next: string;
	title: string;
}

/** The journal between its webs, or the bore in its wall, with the station being read. */
export function SideView({ stations, station, bore, upright = false, next, title }: SideViewProps) {
	if (upright) return <Upright stations={stations} station={station} next={next} title={title} />;
	const places = stations.map((_, i) => (stations.length === 1 ? 110 : 62 + (i * 96) / (stations.length - 1)));
	return (
		<svg className={`${css.drawing} ${css.side}`} viewBox="0 0 220 300">
			<title>{title}</title>
			<rect x={18} y={30} width={24} height={216} fill="var(--plate)" stroke="var(--line)" />
			<rect x={178} y={30} width={24} height={216} fill="var(--plate)" stroke="var(--line)" />
			<rect x={42} y={68} width={136} height={140} fill={bore ? "var(--sheet)" : "var(--plate)"} stroke="var(--line)" />
			{stations.map((name, i) => {
				const x = places[i] ?? 110;
				const lit = i === station;
				return (
					<g key={name}>
						<line
							x1={x}
							x2={x}
							y1={bore ? 70 : 52}
							y2={bore ? 206 : 224}
							stroke={lit ? "var(--blue)" : "var(--scribe)"}
							strokeWidth={lit ? 4 : 1.5}
							strokeDasharray={lit ? undefined : "3 4"}
						/>
						<text x={x} y={22} textAnchor="middle" className={lit ? css.lit : css.quiet} fontSize={15}>
							{name}
						</text>
					</g>
				);
			})}
			<Next text={next} />
		</svg>
	);
}

/** A cylinder in section: the ledge above ring travel, and the stations within it. */
function Upright({ stations, station, next, title }: Omit<SideViewProps, "bore" | "upright">) {
	return (
		<svg className={`${css.drawing} ${css.side}`} viewBox="0 0 220 300">
			<title>{title}</title>
			<path
				d="M40 20 h24 v26 h-5 v180 h5 v14 h-24 z M180 20 h-24 v26 h5 v180 h-5 v14 h24 z"
				fill="var(--plate)"
				stroke="var(--line)"
			/>
			<text x={110} y={38} textAnchor="middle" className={css.quiet}>
				{drawingWords.ledge}
			</text>
			<path d="M34 76 h-8 v136 h8" fill="none" stroke="var(--soft)" />
			<text x={18} y={144} textAnchor="middle" className={css.quiet} transform="rotate(-90 18 144)">
				{drawingWords.ringTravel}
			</text>
			{stations.map((name, i) => {
				const y = 76 + (i * 136) / Math.max(1, stations.length - 1);
				const lit = i === station;
				return (
					<g key={name}>
						<line
							x1={61}
							x2={159}
							y1={y}
							y2={y}
							stroke={lit ? "var(--blue)" : "var(--scribe)"}
							strokeWidth={lit ? 4 : 1.5}
							strokeDasharray={lit ? undefined : "3 4"}
						/>
						<text x={110} y={y - 6} textAnchor="middle" className={lit ? css.lit : css.quiet}>
							{name}
						</text>
					</g>
				);
			})}
			<Next text={next} />
		</svg>
	);
}

/** What the hands do next, on two lines where it is long. */
function Next({ text }: { text: string }) {
	const [move, stay] = text.length > 24 ? text.split(/, (?=stay)/) : [text];
	return (
		<text x={110} y={stay ? 266 : 282} textAnchor="middle" className={css.lit} fontSize={15}>
			{stay ? `${move},` : move}
			{stay ? (
				<tspan x={110} dy={18}>
					{stay}
				</tspan>
			) : null}
		</text>
	);
}
