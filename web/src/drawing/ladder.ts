import { scaleLinear } from "d3-scale";

export interface LadderMember {
	label: string;
	smallest: number;
	largest: number;
	/** The middle of its standard new range; rungs are drawn against it. */
	middle: number;
	bend: number;
	/** The size at which it cleans up. */
	cleans: number;
}

export interface LadderRung {
	/** Departure from standard. */
	step: number;
	label: string;
	feasible: boolean;
	chosen: boolean;
}

export interface LadderGeometry {
	width: number;
	height: number;
	rungs: (LadderRung & { y: number })[];
	members: (LadderMember & { x: number; top: number; bottom: number; cleansY: number; worst: boolean })[];
	/** The line that the worst member needs. */
	needY?: number;
}

const ROW = 76;
const TOP = 64;

/**
 * Lays members and rungs out by their departure from the middle of new, downwards being further from standard.
 * `sign` is −1 for shafts, which get smaller, and +1 for bores.
 */
export function ladderGeometry(members: LadderMember[], rungs: LadderRung[], sign: 1 | -1, width: number): LadderGeometry {
	const away = (size: number, m: LadderMember) => (size - m.middle) * sign;
	const needs = members.map((m) => away(m.cleans, m));
	const worstNeed = needs.length > 0 ? Math.max(...needs) : 0;
	const ends = [...rungs.map((r) => r.step), worstNeed, ...members.map((m) => Math.min(away(m.smallest, m), away(m.largest, m)))];
	const high = Math.max(...ends, 1);
	const low = Math.min(...ends, 0);
	const height = TOP + Math.max(3, rungs.length) * ROW;
	const y = scaleLinear([low, high], [TOP, height - 36]);
	const column = width / Math.max(1, members.length);
	return {
		width,
		height,
		rungs: rungs.map((r) => ({ ...r, y: y(r.step) })),
		members: members.map((m, i) => {
			const a = y(away(m.largest, m));
			const b = y(away(m.smallest, m));
			return {
				...m,
				x: column * (i + 0.5),
				top: Math.min(a, b),
				bottom: Math.max(a, b),
				cleansY: y(needs[i] ?? 0),
				worst: needs[i] === worstNeed,
			};
		}),
		needY: needs.length > 0 ? y(worstNeed) : undefined,
	};
}
