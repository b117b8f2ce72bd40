import look from "../look/look.module.css";
import { type System, show } from "../quantity/length";
import { drawingWords } from "../words/drawing";
import { edgeOnDeck } from "./deck";
import css from "./drawing.module.css";
import type { Standing } from "./status";

export interface DeckMapProps {
	/** The largest gap along each line where a straight edge lay. */
	lines: { name: string; gap: number }[];
	/** The limit of the flatness, and how the deck stands by its largest gap: the server's verdict. */
	limit: number | undefined;
	standing: Standing;
	cylinders: number;
	system: System;
	title: string;
}

const WIDTH = 560;
const HEIGHT = 190;
const COLOUR: Partial<Record<Standing, string>> = { beyond: "var(--beyond)", unsure: "var(--unsure)" };

/** A deck from above: every line of the straight edge with its gap, as thick as that is of the limit. */
export function DeckMap({ lines, limit, standing, cylinders, system, title }: DeckMapProps) {
	const pitch = WIDTH / Math.max(1, cylinders);
	const widest = Math.max(...lines.map((l) => l.gap), 1);
	const most = Math.max(limit ?? 0, widest);
	return (
		<svg className={css.drawing} viewBox={`-70 -26 ${WIDTH + 140} ${HEIGHT + 52}`}>
			<title>{title}</title>
			<rect width={WIDTH} height={HEIGHT} rx={4} fill="var(--plate)" stroke="var(--line)" />
			{Array.from({ length: cylinders }, (_, i) => pitch * (i + 0.5)).map((cx) => (
				<circle key={cx} cx={cx} cy={HEIGHT / 2} r={Math.min(66, pitch * 0.42)} fill="var(--sheet)" stroke="var(--line)" />
			))}
			{lines.map((line) => {
				const edge = edgeOnDeck(line.name, WIDTH, HEIGHT);
				if (!edge) return null;
				const decides = line.gap === widest;
				const colour = decides ? (COLOUR[standing] ?? "var(--within)") : "var(--line)";
				return (
					<g key={line.name}>
						<line
							{...edge}
							stroke={colour}
							strokeWidth={1 + (5 * line.gap) / most}
							strokeDasharray={decides && standing === "beyond" ? "14 4" : undefined}
						/>
						<text {...labelAt(edge)} fontSize={13} fill={colour} className={look.figure}>
							{show(line.gap, system)}
						</text>
					</g>
				);
			})}
			<text x={-64} y={HEIGHT / 2 + 30} className={css.quiet} fontSize={12}>
				{drawingWords.front}
			</text>
		</svg>
	);
}

/** Beside the end of a line: right of one that runs along or slants, below one that runs across. */
function labelAt({ x1, y1, x2, y2 }: { x1: number; y1: number; x2: number; y2: number }) {
	if (x1 === x2) return { x: x1, y: HEIGHT + 18, textAnchor: "middle" as const };
	const slants = y1 !== y2;
	return slants ? { x: x1 - 10, y: y1 + (y1 < y2 ? 8 : 4), textAnchor: "end" as const } : { x: x2 + 10, y: y2 + 5 };
}
