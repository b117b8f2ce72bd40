import type { ReactNode } from "react";
import { drawingWords } from "../words/drawing";
import { edgeOnDeck } from "./deck";
import css from "./drawing.module.css";

export interface SpotProps {
	kind: string;
	/** The sort of part that it is measured on. */
	shape: string;
	/** The names of the lines, and which of them and which column is being read. */
	lines: string[];
	line: number;
	column: number;
	/** How many bores lie in a deck, or bearings in a tunnel. */
	count: number;
	title: string;
}

const LIT = { stroke: "var(--blue)", strokeWidth: 5, strokeLinecap: "round" } as const;
const PLAIN = { fill: "var(--plate)", stroke: "var(--line)", strokeWidth: 1.5 } as const;

/** Where on the part the gauge goes, for what is read line by line rather than on a grid. */
export function Spot(props: SpotProps) {
	return (
		<svg className={`${css.drawing} ${css.spot}`} viewBox="0 0 460 220">
			<title>{props.title}</title>
			{draw(props)}
		</svg>
	);
}

function draw(p: SpotProps): ReactNode {
	switch (p.kind) {
		case "deck":
		case "deck_heights":
			return <DeckPlan {...p} />;
		case "tunnel_edge":
		case "main_alignment":
			return <Tunnel {...p} />;
		case "end_float":
			return <EndFloat {...p} />;
		case "ring_gap":
			return <RingGap {...p} />;
		case "ring_groove":
		case "protrusion":
			return <PistonSide {...p} />;
		case "main_shell":
		case "rod_shell":
			return <Shells {...p} />;
		case "cam_lobe":
			return <Lobe {...p} />;
		case "pin_height":
			return <PinHeight {...p} />;
		default:
			if (p.kind.endsWith("_strip")) return <PlasticStrip {...p} />;
			return p.shape === "rod" ? <Rod {...p} /> : null;
	}
}

function DeckPlan({ kind, lines, line, column, count }: SpotProps) {
	const [width, height] = [440, 170];
	const pitch = width / Math.max(1, count);
	const edge = kind === "deck" ? edgeOnDeck(lines[line] ?? "", width, height) : null;
	return (
		<g transform="translate(10 24)">
			<rect width={width} height={height} rx={4} {...PLAIN} />
			{Array.from({ length: count }, (_, i) => pitch * (i + 0.5)).map((cx) => (
				<circle key={cx} cx={cx} cy={height / 2} r={Math.min(62, pitch * 0.42)} fill="var(--sheet)" stroke="var(--line)" />
			))}
			{edge ? <line {...edge} {...LIT} /> : null}
			{kind === "deck_heights"
				? lines.flatMap((name, row) =>
						[0, 1, 2, 3, 4].map((c) => {
							const lit = row === line && c === column;
							return (
								<circle
									key={`${name}${c}`}
									cx={14 + ((width - 28) * c) / 4}
									cy={10 + ((height - 20) * row) / Math.max(1, lines.length - 1)}
									r={lit ? 9 : 4}
									fill={lit ? "var(--blue)" : "var(--hollow)"}
								/>
							);
						}),
					)
				: null}
			<text x={0} y={-8} className={css.quiet}>
				{drawingWords.front}
			</text>
			<text x={width} y={-8} textAnchor="end" className={css.quiet}>
				{drawingWords.rear}
			</text>
		</g>
	);
}

function Tunnel({ kind, lines, line, column }: SpotProps) {
	const pitch = 440 / Math.max(1, lines.length);
	const size = Math.min(84, pitch * 0.72);
	return (
		<g transform="translate(10 30)">
			{lines.map((name, i) => {
				const x = pitch * (i + 0.5);
				const lit = i === line;
				return (
					<g key={name}>
						<rect x={x - size / 2} y={20} width={size} height={110} {...PLAIN} fill={lit ? "var(--blue-wash)" : PLAIN.fill} />
						<rect
							x={x - size / 2}
							y={54}
							width={size}
							height={42}
							fill="var(--sheet)"
							stroke={lit ? "var(--blue)" : "var(--line)"}
							strokeWidth={lit ? 3 : 1.5}
						/>
						<text x={x} y={152} textAnchor="middle" className={lit ? css.lit : css.quiet}>
							{i + 1}
						</text>
						{lit && kind === "main_alignment" ? (
							<path
								d={
									column === 0
										? `M${x} 60 v30 m-5 -6 l5 6 l5 -6 m-5 -24 m-5 6 l5 -6 l5 6`
										: `M${x - 15} 75 h30 m-6 -5 l6 5 l-6 5 m-18 -10 m-6 5 l-6 -5`
								}
								fill="none"
								{...LIT}
								strokeWidth={3}
							/>
						) : null}
					</g>
				);
			})}
			{kind === "tunnel_edge" ? <line x1={4} x2={436} y1={96} y2={96} stroke="var(--bronze)" strokeWidth={5} /> : null}
			<text x={0} y={6} fontSize={12} className={css.quiet}>
				{kind === "tunnel_edge" ? drawingWords.straightEdgeAlongTheBottomThe : drawingWords.centreOfEachBoreAgainstThe}
			</text>
		</g>
	);
}

function EndFloat({ lines, line, column }: SpotProps) {
	const feeler = lines[line] === "feeler";
	return (
		<g transform="translate(0 20)">
			<rect x={70} y={70} width={60} height={50} {...PLAIN} />
			<rect x={130} y={40} width={26} height={110} {...PLAIN} />
			<rect x={156} y={24} width={70} height={50} {...PLAIN} transform={column === 1 ? "translate(0 92)" : undefined} />
			<rect x={226} y={40} width={26} height={110} {...PLAIN} />
			<rect x={252} y={70} width={60} height={50} {...PLAIN} />
			<rect x={258} y={56} width={26} height={78} fill="var(--bronze-wash)" stroke="var(--bronze)" />
			{feeler ? (
				<line x1={255} x2={255} y1={4} y2={68} {...LIT} />
			) : (
				<g>
					<circle cx={400} cy={95} r={34} fill="var(--sheet)" stroke="var(--line)" strokeWidth={1.5} />
					<line x1={314} x2={366} y1={95} y2={95} {...LIT} />
					<line x1={400} y1={95} x2={418} y2={76} stroke="var(--blue)" strokeWidth={3} />
				</g>
			)}
			<path d="M20 95 h36 m-8 -6 l8 6 l-8 6 M56 95 h-36 m8 -6 l-8 6 l8 6" fill="none" stroke="var(--blue)" strokeWidth={2.5} />
			<text x={20} y={184} className={css.quiet}>
				{feeler
					? drawingWords.leafBetweenTheThrustFaceAnd
					: lines[line] === "let go"
						? drawingWords.letGoDoesTheDialCome
						: drawingWords.leverLightlyBothWaysFingersClear}
			</text>
			<text x={20} y={0} className={css.lit}>
				{column === 0 ? drawingWords.crankAt0 : drawingWords.crankTurnedHalfATurn}
			</text>
		</g>
	);
}

function RingGap({ lines, line }: SpotProps) {
	return (
		<g transform="translate(130 108)">
			<circle r={98} {...PLAIN} />
			<circle r={86} fill="var(--sheet)" stroke="var(--line)" />
			<path d="M7 -82 A82 82 0 1 1 -7 -82" fill="none" stroke="var(--bronze)" strokeWidth={8} />
			<line x1={0} x2={0} y1={-104} y2={-70} {...LIT} />
			<text x={130} y={-20} className={css.lit} fontSize={18}>
				{drawingWords.ring(lines[line])}
			</text>
			<text x={130} y={4} className={css.quiet}>
				{drawingWords.squaredWithAPiston}
			</text>
			<text x={130} y={22} className={css.quiet}>
				{drawingWords.atRingTravel}
			</text>
		</g>
	);
}

function PistonSide({ kind, lines, line }: SpotProps) {
	return (
		<g transform="translate(140 34)">
			{kind === "protrusion" ? <path d="M-60 22 h58 v150 h-58 M182 22 h58 v150 h-58" {...PLAIN} /> : null}
			<path d="M0 8 h180 v150 h-50 v-30 h-80 v30 h-50 z" {...PLAIN} />
			{["top", "second", "oil"].map((name, i) => {
				const lit = kind === "ring_groove" && lines[line] === name;
				return (
					<g key={name}>
						<rect
							x={0}
							y={28 + i * 24}
							width={180}
							height={9}
							fill={lit ? "var(--blue-wash)" : "var(--sheet)"}
							stroke={lit ? "var(--blue)" : "var(--line)"}
						/>
						{lit ? <line x1={150} x2={220} y1={32 + i * 24} y2={32 + i * 24} {...LIT} /> : null}
					</g>
				);
			})}
			{kind === "protrusion" ? <line x1={line === 0 ? 20 : 160} x2={line === 0 ? 20 : 160} y1={-30} y2={6} {...LIT} /> : null}
			<text x={90} y={180} textAnchor="middle" className={css.lit}>
				{kind === "ring_groove" ? drawingWords.grooveANewRingInIt(lines[line]) : drawingWords.overThePinAtTheTop(lines[line])}
			</text>
		</g>
	);
}

function Rod({ kind, lines, line }: SpotProps) {
	const big = lines[line] === "big end";
	const small = lines[line] === "small end";
	return (
		<g transform="translate(90 100)">
			<path d="M24 -14 L196 -26 V26 L24 14 Z" {...PLAIN} />
			<circle r={32} {...PLAIN} stroke={small ? "var(--blue)" : "var(--line)"} strokeWidth={small ? 4 : 1.5} />
			<circle r={18} fill="var(--sheet)" stroke="var(--line)" />
			<circle cx={240} r={58} {...PLAIN} stroke={big ? "var(--blue)" : "var(--line)"} strokeWidth={big ? 4 : 1.5} />
			<circle cx={240} r={40} fill="var(--sheet)" stroke="var(--line)" />
			{kind === "rod_length" ? <path d="M0 0 H240 M0 -8 v16 M240 -8 v16" fill="none" {...LIT} strokeWidth={3} /> : null}
			{lines[line] === "bend" ? (
				<path d="M0 -46 Q120 -86 240 -70" fill="none" {...LIT} strokeWidth={3} strokeDasharray="8 7" />
			) : null}
			{lines[line] === "twist" ? (
				<path d="M-40 -30 A50 50 0 0 1 40 -30 m-4 -10 l4 11 l-12 1" fill="none" {...LIT} strokeWidth={3} />
			) : null}
			<text x={120} y={92} textAnchor="middle" className={css.lit}>
				{lines[line]}
			</text>
		</g>
	);
}

function Shells({ lines, line }: SpotProps) {
	const upper = (lines[line] ?? "").startsWith("upper");
	const left = (lines[line] ?? "").endsWith("left");
	const half = (up: boolean) => (
		<path
			d={up ? "M-84 -6 A84 84 0 0 1 84 -6 h-14 A70 70 0 0 0 -70 -6 Z" : "M-84 6 A84 84 0 0 0 84 6 h-14 A70 70 0 0 1 -70 6 Z"}
			fill={up === upper ? "var(--bronze-wash)" : "var(--plate)"}
			stroke="var(--bronze)"
			strokeWidth={1.5}
		/>
	);
	const angle = ((upper ? -90 : 90) + (left === upper ? -25 : 25)) * (Math.PI / 180);
	return (
		<g transform="translate(150 110)">
			{half(true)}
			{half(false)}
			<line x1={56 * Math.cos(angle)} y1={56 * Math.sin(angle)} x2={100 * Math.cos(angle)} y2={100 * Math.sin(angle)} {...LIT} />
			<text x={120} y={0} className={css.lit}>
				{drawingWords.ofTheCentre(lines[line])}
			</text>
			<text x={120} y={20} className={css.quiet}>
				{drawingWords.ballAnvilOnTheInside}
			</text>
		</g>
	);
}

function Lobe({ lines, line }: SpotProps) {
	const nose = lines[line] === "nose";
	return (
		<g transform="translate(150 130)">
			<path d="M-58 0 A58 58 0 0 0 58 0 C58 -40 22 -104 0 -104 C-22 -104 -58 -40 -58 0 Z" {...PLAIN} />
			{nose ? <path d="M-80 -112 H80 M-80 64 H80" {...LIT} /> : <path d="M-66 -60 V64 M66 -60 V64" {...LIT} />}
			<text x={120} y={-10} className={css.lit}>
				{nose ? "heel to nose" : drawingWords.acrossTheBaseCircle}
			</text>
		</g>
	);
}

function PinHeight({ lines, line }: SpotProps) {
	const top = lines[line] === "top";
	return (
		<g transform="translate(150 110)">
			<circle r={86} fill="none" stroke="var(--scribe)" strokeDasharray="4 5" />
			<circle r={34} {...PLAIN} />
			<circle cy={top ? -62 : 62} r={24} {...PLAIN} stroke="var(--blue)" strokeWidth={3} />
			<line x1={-110} x2={60} y1={top ? -88 : 38} y2={top ? -88 : 38} {...LIT} />
			<text x={120} y={0} className={css.lit}>
				{drawingWords.crankpinAtThe(lines[line])}
			</text>
		</g>
	);
}

function PlasticStrip({ line }: SpotProps) {
	return (
		<g transform="translate(150 110)">
			<circle r={92} {...PLAIN} />
			<circle r={72} fill="var(--bronze-wash)" stroke="var(--bronze)" />
			<circle r={66} fill="var(--sheet)" stroke="var(--line)" />
			<rect x={-8} y={-74} width={16} height={9} fill="var(--blue)" transform={line === 1 ? "rotate(90)" : undefined} />
			<text x={120} y={-6} className={css.lit}>
				{line === 0 ? drawingWords.stripUnderTheCap : drawingWords.aSecondStripAQuarterTurn}
			</text>
			<text x={120} y={14} className={css.quiet}>
				{drawingWords.torqueTheCapDoNotTurn}
			</text>
		</g>
	);
}
