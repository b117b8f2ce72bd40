import type { ReactNode } from "react";
import { drawingWords } from "../words/drawing";
import { standingWord } from "../words/standing";
import css from "./drawing.module.css";
import { type Standing, StatusBar } from "./status";

export interface Part {
	number: number;
	label: string;
	standing: Standing;
	taken: number;
	of: number;
	lit?: boolean;
}

export type PartShape = "bore" | "tunnel" | "rod" | "piston";

export interface PartRowProps {
	shape: PartShape;
	parts: Part[];
	/** Under each other instead of side by side. */
	standing?: boolean;
	/** Wraps a part, for instance in a link. */
	wrap?: (part: Part, inner: ReactNode, label: string) => ReactNode;
	title: string;
	/** What one of them is called, where the shape's own word says something else. */
	noun?: string;
}

const CELL = 96;

/** Parts of one sort in a row: bores in plan, the tunnel's housings with their caps, rods, pistons. */
export function PartRow({ shape, parts, standing = false, wrap, title, noun = SHORT[shape] }: PartRowProps) {
	const wrapped = wrap ?? ((_part, inner) => inner);
	const width = standing ? CELL + 100 : parts.length * CELL;
	const height = standing ? parts.length * CELL : CELL + 26;
	return (
		<svg className={css.drawing} viewBox={`0 0 ${width} ${height}`} style={{ maxWidth: standing ? 190 : width * 1.5 }}>
			<title>{title}</title>
			{parts.map((part, i) => {
				const open = part.of > 0 && part.taken < part.of;
				const name = `${part.label}: ${open ? drawingWords.ofReadings(part.taken, part.of) : standingWord(part.standing)}`;
				const stroke = part.lit ? "var(--blue)" : "var(--line)";
				const inner = (
					<g transform={standing ? `translate(0 ${i * CELL})` : `translate(${i * CELL} 0)`}>
						<Outline
							shape={shape}
							fill={part.lit ? "var(--blue-wash)" : "var(--sheet)"}
							stroke={stroke}
							width={part.lit ? 3 : 1.3}
						/>
						<StatusBar
							standing={part.standing}
							x={CELL / 2 - 20}
							y={shape === "rod" ? 62 : 44}
							width={40}
							height={8}
							progress={{ taken: part.taken, of: part.of }}
						/>
						<text
							x={standing ? CELL + 8 : CELL / 2}
							y={standing ? CELL / 2 + 5 : CELL + 18}
							textAnchor={standing ? "start" : "middle"}
							className={part.lit ? css.lit : undefined}
						>
							{noun} {part.number}
						</text>
					</g>
				);
				return <g key={part.number}>{wrapped(part, inner, name)}</g>;
			})}
		</svg>
	);
}

const SHORT: Record<PartShape, string> = { bore: "Cylinder", tunnel: "Housing", rod: "Rod", piston: "Piston" };

function Outline({ shape, fill, stroke, width }: { shape: PartShape; fill: string; stroke: string; width: number }) {
	const line = { fill, stroke, strokeWidth: width };
	switch (shape) {
		case "bore":
			return (
				<>
					<rect x={2} y={2} width={CELL - 4} height={CELL - 4} fill="var(--plate)" stroke="var(--scribe)" />
					<circle cx={CELL / 2} cy={CELL / 2} r={38} {...line} />
				</>
			);
		case "tunnel":
			return (
				<>
					<rect x={4} y={4} width={CELL - 8} height={CELL / 2 - 4} fill="var(--plate)" stroke="var(--scribe)" />
					<rect x={12} y={CELL / 2} width={CELL - 24} height={CELL / 2 - 6} fill="var(--plate)" stroke="var(--scribe)" />
					<circle cx={CELL / 2} cy={CELL / 2} r={30} {...line} />
				</>
			);
		case "rod":
			return (
				<>
					<path d={`M40 22 L56 22 L60 46 L36 46 Z`} fill="var(--plate)" stroke="var(--scribe)" />
					<circle cx={CELL / 2} cy={15} r={10} fill="var(--plate)" stroke="var(--scribe)" />
					<circle cx={CELL / 2} cy={66} r={27} {...line} />
				</>
			);
		default:
			return (
				<>
					<path d="M16 14 h64 v62 h-18 v-10 h-28 v10 h-18 z" {...line} />
					<path d="M16 24 h64 M16 32 h64" stroke="var(--scribe)" strokeWidth={2} />
				</>
			);
	}
}
