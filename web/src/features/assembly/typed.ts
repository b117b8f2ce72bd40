import type { Torque, TorqueCard } from "../../api/client";
import { type Length, parse, type System } from "../../quantity/length";

/** A torque as it is typed; null where it is none. */
export function torqueOf(text: string, unit: Torque["unit"]): Torque | null {
	const clean = text.trim().replace(",", ".");
	if (!/^\d+(\.\d{1,3})?$/.test(clean)) return null;
	return { milli: Math.round(Number(clean) * 1000), unit };
}

/**
 * Steps as they are typed, "20, 45, 90°", "20,45,90°" or "20 45 90d"; null where one of them is neither a torque nor an angle. A
 * comma before one last digit is a decimal's: "62,5".
 */
export function stepsOf(text: string, unit: Torque["unit"]): TorqueCard["steps"] | null {
	const steps: TorqueCard["steps"] = [];
	const apart = text.replace(/\s+(?=(°|d(eg)?\b))/gi, "").replace(/(\d),(?=\d(?!\d)(?!°|d))/g, "$1.");
	for (const clean of apart.split(/[;,\s]+/)) {
		if (clean === "") continue;
		const angle = /^\+?(\d{1,3})(?:°|d|deg)$/i.exec(clean);
		if (angle) {
			steps.push({ angle: Number(angle[1]) });
			continue;
		}
		const torque = torqueOf(clean, unit);
		if (!torque) return null;
		steps.push({ torque });
	}
	return steps.length > 0 && steps[0]?.torque ? steps : null;
}

/** The angles that torque cards end with. Common practice. */
const ANGLES = [30, 40, 45, 50, 60, 70, 75, 80, 85, 90, 100, 110, 120, 135, 150, 180];

/** The last step, where it is a bare figure that could as well be an angle: after other torques, none of the steps with a degree sign. */
export function maybeAngle(steps: TorqueCard["steps"]): number | undefined {
	const last = steps.at(-1)?.torque;
	const bare = steps.every((s) => s.torque !== undefined);
	const figure = (last?.milli ?? 0) / 1000;
	return steps.length > 1 && bare && ANGLES.includes(figure) ? figure : undefined;
}

/** A gap or a clearance as it is typed: in full, or as whole thousandths of an inch, or hundredths of a millimetre. */
export function gapOf(text: string, system: System): Length | null {
	const clean = text.trim().replace(",", ".");
	if (/^\d{1,3}$/.test(clean)) return Number(clean) * (system === "in" ? 254_000 : 100_000);
	const parsed = parse(clean, system);
	return parsed.ok && parsed.length >= 0 ? parsed.length : null;
}

/** A count as it is typed; undefined where it is blank, null where it is none. */
export function countOf(text: string): number | undefined | null {
	const clean = text.trim();
	if (clean === "") return undefined;
	return /^\d{1,4}$/.test(clean) ? Number(clean) : null;
}

/** Money as it is typed, in hundredths; undefined where it is blank, null where it is none. */
export function moneyOf(text: string): number | undefined | null {
	const clean = text.trim().replace(",", ".");
	if (clean === "") return undefined;
	return /^\d{1,7}(\.\d{1,2})?$/.test(clean) ? Math.round(Number(clean) * 100) : null;
}
