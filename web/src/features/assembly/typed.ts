import type { Torque, TorqueCard } from "../../api/client";
import { type Length, parse, type System } from "../../quantity/length";

/** A torque as it is typed; null where it is none. */
export function torqueOf(text: string, unit: Torque["unit"]): Torque | null {
	const clean = text.trim().replace(",", ".");
	if (!/^\d+(\.\d{1,3})?$/.test(clean)) return null;
	return { milli: Math.round(Number(clean) * 1000), unit };
}

/** Steps as they are typed, "20, 45, 90°"; null where one of them is neither a torque nor an angle. */
export function stepsOf(text: string, unit: Torque["unit"]): TorqueCard["steps"] | null {
	const steps: TorqueCard["steps"] = [];
	for (const one of text.split(/[;,]\s+|;|\s{2,}/)) {
		const clean = one.trim();
		if (clean === "") continue;
		const angle = /^\+?(\d{1,3})\s*(?:°|deg)$/.exec(clean);
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
