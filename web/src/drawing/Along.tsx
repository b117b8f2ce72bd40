import { line } from "d3-shape";
import { drawingWords } from "../words/drawing";
import { type AlongPart, alongScale } from "./along";
import css from "./drawing.module.css";
import type { Standing } from "./status";

export interface AlongProps {
	parts: (AlongPart & { standing: Standing })[];
	/** The limit of their form. */
	limit: number | undefined;
	title: string;
}

const WIDTH = 660;
const HEIGHT = 130;
const COLOUR: Partial<Record<Standing, string>> = { beyond: "var(--beyond)", unsure: "var(--unsure)" };

/** A shaft, or a row of bores, along its length: the sizes of each part from end to end against its range of new parts. */
export function Along({ parts, limit, title }: AlongProps) {
	if (parts.length === 0) return null;
	const { y, pixels } = alongScale(parts, HEIGHT, limit);
	const column = WIDTH / Math.max(4, parts.length);
	const draw = line<[number, number]>();
	return (
		<svg className={css.drawing} viewBox={`0 -6 ${WIDTH} ${HEIGHT + 34}`}>
			<title>{title}</title>
			{parts.map((part, i) => {
				const left = i * column + 8;
				const wide = column - 18;
				const at = (station: number) => left + (wide * (station + 0.5)) / part.stations.length;
				const colour = COLOUR[part.standing] ?? "var(--within)";
				const read = part.stations.flatMap((s, n): [number, number][] => (s ? [[at(n), y(part, s.mean)]] : []));
				const [top, bottom] = [y(part, part.band.max), y(part, part.band.min)];
				return (
					<g key={part.label}>
						<rect x={left} y={top} width={wide} height={Math.max(2, bottom - top)} fill="var(--blue-wash)" />
						{limit === undefined ? null : (
							<rect x={left + wide + 3} y={bottom - limit * pixels} width={4} height={limit * pixels} fill="var(--scribe)" />
						)}
						<path
							d={draw(read) ?? ""}
							fill="none"
							stroke={colour}
							strokeWidth={Math.max(2, 4 * (part.u ?? 0) * pixels)}
							opacity={0.22}
						/>
						<path d={draw(read) ?? ""} fill="none" stroke={colour} strokeWidth={1.5} />
						{part.stations.map((s, n) =>
							s ? (
								<line
									key={at(n)}
									x1={at(n)}
									x2={at(n)}
									y1={y(part, s.max) - 1.5}
									y2={y(part, s.min) + 1.5}
									stroke={colour}
									strokeWidth={6}
								/>
							) : null,
						)}
						<text x={left + wide / 2} y={HEIGHT + 20} textAnchor="middle">
							{part.label}
						</text>
					</g>
				);
			})}
			<text x={12} y={y(parts[0] as AlongPart, (parts[0] as AlongPart).band.max) - 4} className={css.quiet} fontSize={12}>
				{drawingWords.new}
			</text>
		</svg>
	);
}
