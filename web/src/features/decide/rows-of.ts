import type { Check, DecisionSet, FeatureView, Finding, JobView } from "../../api/client";
import { rowOf, titleOf, wordOf } from "../../api/table";
import { cellSize, columnCount, featureOf, findingOf, partsOf } from "../../api/view";
import type { RangeRow } from "../../drawing/Ranges";
import { show } from "../../quantity/length";
import { decideWords } from "../../words/decide";
import { shortName } from "./words-of";

/** One drawing of a board: a check, and every member that was judged by it. */
export interface Drawn {
	title: string;
	rows: RangeRow[];
}

/** Shown as the range of the sizes, not by their own names. */
const SIZES = ["size_low", "size_high"];
/** Judged elsewhere: fits have windows of their own; an oval stands under the out-of-round. */
const ELSEWHERE = ["clearance", "oval", "step", "size", "ring_gap", ...SIZES];

/**
 * What a board draws of a set that has no ladder: each check on one scale, a row a member, with what is allowed, what was found,
 * what the work makes of it, and what happens to each.
 */
export function drawnOf(view: JobView, set: DecisionSet): Drawn[] {
	const members = set.members.flatMap((m) => {
		const feature = featureOf(view, m.feature.kind, m.feature.number);
		const finding = feature && findingOf(view, feature);
		return feature && finding ? [{ m, feature, finding }] : [];
	});
	const outcome = (m: DecisionSet["members"][number]) => wordOf("does", m.action);
	const drawn: Drawn[] = [];
	const sized = members.filter(({ finding }) => finding.checks.some((c) => SIZES.includes(c.name)));
	if (sized.length > 0) {
		drawn.push({
			title: sized.some(({ feature }) => rowOf(feature.kind).shaft) ? decideWords.sizes : decideWords.sizesOfBores,
			rows: sized.map(({ m, feature, finding }) => ({
				...sizeRow(feature, finding),
				finished: m.action === "reuse" ? undefined : m.finished,
				outcome: outcome(m),
				note: m.cut ? decideWords.capCut(show(m.cut, view.job.unit)) : undefined,
			})),
		});
	}
	const names = [...new Set(members.flatMap(({ finding }) => finding.checks.map((c) => c.name.replace(/_low$/, ""))))];
	for (const name of names.filter((n) => !ELSEWHERE.includes(n))) {
		const rows = members.flatMap(({ m, feature, finding }) => {
			const row = checkRow(name, feature, finding);
			return row ? [{ ...row, outcome: sized.length > 0 ? "" : outcome(m) }] : [];
		});
		if (rows.length > 0) drawn.push({ title: titleOf("check", name), rows });
	}
	drawn.push(...linesOf(view, set), ...ringsOf(view, set), ...standing(view, set));
	return drawn;
}

/** A part's smallest and largest size in its range; of a housing with its height and its width where they were read. */
function sizeRow(feature: FeatureView, finding: Finding): RangeRow {
	const low = finding.checks.find((c) => c.name === "size_low");
	const high = finding.checks.find((c) => c.name === "size_high");
	const mean = (direction: number) => {
		const at = feature.directions.indexOf(direction * 1e6);
		const sizes = feature.stations.map((_, station) => (at < 0 ? null : cellSize(feature, { station, direction: at })));
		const read = sizes.filter((s) => s !== null);
		return read.length > 0 ? read.reduce((a, b) => a + b, 0) / read.length : undefined;
	};
	const [height, width] = rowOf(feature.kind).role === "housing" ? [mean(0), mean(90)] : [];
	return {
		label: shortName(feature.kind, feature.number),
		min: finding.min ?? 0,
		max: finding.max ?? 0,
		low: low?.limit,
		high: high?.limit,
		marks: [
			...(height === undefined ? [] : [{ at: height, text: decideWords.height }]),
			...(width === undefined ? [] : [{ at: width, text: decideWords.width }]),
		],
		standing: worse(low, high),
		outcome: "",
	};
}

function checkRow(name: string, feature: FeatureView, finding: Finding): RangeRow | undefined {
	const checks = finding.checks.filter((c) => c.name.replace(/_low$/, "") === name);
	const low = checks.find((c) => c.at_least);
	const high = checks.find((c) => !c.at_least);
	const one = high ?? low;
	if (!one) return undefined;
	const e = finding.end_float;
	return {
		label: shortName(feature.kind, feature.number),
		min: low?.value ?? one.value,
		max: one.value,
		low: low?.limit,
		high: high?.limit,
		marks: e
			? [
					...(e.at_0 === undefined ? [] : [{ at: e.at_0, text: "0°" }]),
					...(e.at_180 === undefined ? [] : [{ at: e.at_180, text: "180°" }]),
				]
			: [],
		standing: worse(low, high),
		outcome: "",
	};
}

const worse = (a: Check | undefined, b: Check | undefined) => {
	const order = ["beyond", "unsure", "no_limit", "within"] as const;
	const verdicts = [a, b].flatMap((c) => (c ? [c.verdict] : []));
	return order.find((v) => verdicts.includes(v)) ?? "no_limit";
};

/** The rings of one place under each other: each gap in its window, what it is filed to. */
function ringsOf(view: JobView, set: DecisionSet): Drawn[] {
	const all = set.rings ?? [];
	return [...new Set(all.map((r) => r.ring))].map((ring) => ({
		title: decideWords.ringGaps(ring),
		rows: all
			.filter((r) => r.ring === ring)
			.map((r) => ({
				label: shortName("cylinder", r.cylinder),
				min: r.gap,
				max: r.gap,
				low: r.least,
				high: r.most,
				finished: r.file > 0 ? { min: r.target, max: r.target } : undefined,
				standing: r.file > 0 || r.too_wide ? ("beyond" as const) : ("within" as const),
				outcome:
					r.file > 0
						? decideWords.fileOff(show(r.file, view.job.unit))
						: r.too_wide
							? wordOf("does", "replace")
							: wordOf("does", "reuse"),
			})),
	}));
}

/** How the pistons stand at the top, and will once the deck is skimmed or the shaft raised. */
function standing(view: JobView, set: DecisionSet): Drawn[] {
	const chosen = set.options.find((o) => o.action === set.action && o.method === set.method && o.step === set.step);
	const rows = (chosen?.reasons ?? []).flatMap((r) => {
		const feature = r.code === "carried" && r.feature ? featureOf(view, r.feature.kind, r.feature.number) : undefined;
		const figure = (name: string) => r.args?.find((a) => a.name === name)?.n;
		const [from, to] = [figure("from"), figure("to")];
		if (!feature || from === undefined || to === undefined) return [];
		const row = checkRow("protrusion", feature, findingOf(view, feature) as Finding);
		const limits = row ? { low: row.low, high: row.high, standing: row.standing } : { standing: "no_limit" as const };
		return [
			{
				label: shortName("piston", feature.number),
				min: from,
				max: from,
				finished: { min: to, max: to },
				...limits,
				outcome: "",
			},
		];
	});
	return rows.length > 0 ? [{ title: decideWords.pistonsThen, rows }] : [];
}

/** What is read line by line: the edge laid in a tunnel. */
function linesOf(view: JobView, set: DecisionSet): Drawn[] {
	const kinds = set.set === "main_housings" ? (["tunnel_edge"] as const) : [];
	return kinds.flatMap((kind) =>
		partsOf(view, kind).flatMap(({ feature, label }) => {
			const check = findingOf(view, feature)?.checks[0];
			const rows = feature.stations.flatMap((name, station) => {
				const gaps = Array.from({ length: Math.max(1, columnCount(feature)) }, (_, direction) =>
					cellSize(feature, { station, direction }),
				).filter((gap) => gap !== null);
				if (gaps.length === 0) return [];
				return [
					{
						label: name,
						min: Math.min(...gaps),
						max: Math.max(...gaps),
						high: check?.limit,
						standing: "no_limit" as const,
						outcome: "",
					},
				];
			});
			return rows.length > 0 ? [{ title: decideWords.gapsOf(label), rows }] : [];
		}),
	);
}

/** The largest gap along each line of a deck that was read. */
export const deckLines = (deck: FeatureView): { name: string; gap: number }[] =>
	deck.stations.flatMap((name, station) => {
		const gaps = Array.from({ length: Math.max(1, columnCount(deck)) }, (_, direction) => cellSize(deck, { station, direction }));
		const read = gaps.filter((gap) => gap !== null);
		return read.length > 0 ? [{ name, gap: Math.max(...read) }] : [];
	});
