import { standingWord } from "../words/standing";
import css from "./drawing.module.css";
/** How a feature stands, in the words shown beside every mark. */
export type Standing = Parameters<typeof standingWord>[0];

const COLOUR: Record<Standing, string> = {
	within: "var(--within)",
	unsure: "var(--unsure)",
	beyond: "var(--beyond)",
	open: "var(--hollow)",
	no_limit: "var(--hollow)",
};

export interface StatusBarProps {
	standing: Standing;
	x: number;
	y: number;
	width: number;
	height?: number;
	/** How many of how many readings are taken; shown instead of the standing while some are missing. */
	progress?: { taken: number; of: number };
}

/** The mark of a standing inside a drawing: solid, hatched, notched or hollow, so that it never speaks by colour alone. */
export function StatusBar({ standing, x, y, width, height = 7, progress }: StatusBarProps) {
	const fill = COLOUR[standing];
	if (progress && progress.taken < progress.of && standing !== "beyond") {
		const share = width / progress.of;
		return (
			<g>
				{Array.from({ length: progress.of }, (_, i) => (
					<rect
						// biome-ignore lint/suspicious/noArrayIndexKey: the cells are their places
						key={i}
						x={x + i * share}
						y={y}
						width={share * 0.75}
						height={height}
						fill={i < progress.taken ? "var(--within)" : "none"}
						stroke="var(--hollow)"
						strokeWidth={0.75}
					/>
				))}
			</g>
		);
	}
	switch (standing) {
		case "beyond":
			return (
				<g fill={fill}>
					<rect x={x} y={y} width={width * 0.36} height={height} />
					<rect x={x + width * 0.64} y={y} width={width * 0.36} height={height} />
				</g>
			);
		case "unsure": {
			const n = Math.max(3, Math.round(width / 7));
			return (
				<g stroke={fill} strokeWidth={2.2}>
					{Array.from({ length: n }, (_, i) => (
						<line
							// biome-ignore lint/suspicious/noArrayIndexKey: the strokes are their places
							key={i}
							x1={x + (i * width) / n}
							y1={y + height}
							x2={x + (i * width) / n + height * 0.7}
							y2={y}
						/>
					))}
				</g>
			);
		}
		case "within":
			return <rect x={x} y={y} width={width} height={height} fill={fill} />;
		case "no_limit":
			return <rect x={x} y={y + height * 0.35} width={width} height={height * 0.3} fill={fill} />;
		default:
			return <rect x={x + 0.5} y={y + 0.5} width={width - 1} height={height - 1} fill="none" stroke={fill} />;
	}
}

/** The mark and its word, for use outside drawings. */
export function StatusMark({ standing, word = true }: { standing: Standing; word?: boolean }) {
	return (
		<span className={css.mark}>
			<svg width={36} height={9} aria-hidden="true">
				<StatusBar standing={standing} x={0} y={1} width={36} />
			</svg>
			{word ? (
				<span style={{ color: standing === "open" || standing === "no_limit" ? "var(--soft)" : COLOUR[standing] }}>
					{standingWord(standing)}
				</span>
			) : null}
		</span>
	);
}
