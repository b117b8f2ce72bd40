import { type Length, type System, showSigned, showStep } from "../quantity/length";

const SETS: Record<string, string> = {
	main_journals: "Mains",
	rod_journals: "Rod journals",
	cam_journals: "Cam journals",
	main_housings: "Main tunnel",
	rod_housings: "Rod housings",
	cylinders: "Cylinders",
};

export const setName = (set: string): string => SETS[set] ?? set;

export const KIND_WORD: Record<string, string> = {
	main_journal: "Main journals",
	rod_journal: "Rod journals",
	main_housing: "Main housings (the tunnel)",
	cylinder: "Cylinders",
	rod_housing: "Rod big ends",
	piston: "Pistons",
	main_bearing: "Main bearings, shells in",
	rod_bearing: "Rod bearings, shells in",
	runout: "Runout",
};

export const LOOK_WORD: Record<string, string> = {
	smooth: "Smooth",
	marked: "Marked",
	scored: "Scored: the fingernail catches",
	heat: "Heat marks",
	cracked: "Cracked",
};

const CHECKS: Record<string, string> = {
	taper: "Taper",
	out_of_round: "Out-of-round",
	wear: "Wear",
	runout: "Runout",
	clearance: "Clearance",
	size_low: "Smallest size",
	size_high: "Largest size",
	step: "Step",
};

export const checkName = (name: string): string => CHECKS[name] ?? name;

export interface Way {
	action: string;
	step: Length;
	shell: Length;
	method?: string;
}

const REPLACED: Record<string, string> = { main_housings: "block", cylinders: "block", rod_housings: "rods" };

/** A way to treat a set in words: "Grind 0.020 under", "Reuse with −0.0010 shells". */
export function wayName({ action, step, shell, method }: Way, system: System, set = "main_journals"): string {
	const away = set === "cylinders" ? "over" : "under";
	const shells =
		method === "mixed_shells"
			? " with a shell for each journal"
			: shell !== 0
				? ` with ${showSigned(shell, system)} shells${method === "mixed_halves" ? ", half of each" : ""}`
				: "";
	const words: Record<string, string> = {
		reuse: step > 0 ? `Reuse at ${showStep(step, system)} ${away}${shells}` : `Reuse${shells}`,
		polish: `Polish${shells}`,
		grind: `Grind ${showStep(step, system)} under`,
		bore: `Bore ${showStep(step, system)} over`,
		hone: "Hone",
		sleeve:
			method === "sleeve_one"
				? `Sleeve one, the others ${step > 0 ? `${showStep(step, system)} over` : "as they are"}`
				: "Sleeve one",
		line_hone: "Line-hone",
		resize: "Resize the big ends",
		replace: method === "build_up" ? "Weld or spray, then grind" : `Replace the ${REPLACED[set] ?? "shaft"}`,
		measure: "Measure what is missing",
		remeasure: "Measure again",
	};
	const text = words[action] ?? action;
	if (method === "straighten_first") return `Straighten, then ${text.toLowerCase()}`;
	return text;
}
