import type { Check, FeatureView, Finding, JobView } from "../../api/client";
import { type KindRow, roleOf, rowOf, titleOf } from "../../api/table";
import { Strip, type StripProps } from "../../drawing/Strip";
import look from "../../look/look.module.css";
import { type System, show, showApart, showSpan } from "../../quantity/length";
import { benchWords } from "../../words/bench";
import { Rich } from "../../words/Rich";
import css from "./bench.module.css";

/** What is judged on each sort of part, in the order shown. */
const MEASURES: Record<KindRow["role"], string[]> = {
	journal: ["taper", "out_of_round", "wear"],
	bore: ["wear", "taper", "out_of_round"],
	housing: ["size", "taper", "out_of_round", "step"],
	bearing: ["out_of_round"],
	plain: ["wear", "taper", "out_of_round"],
};

interface MeasuresProps {
	view: JobView;
	feature: FeatureView;
	finding: Finding | undefined;
	system: System;
}

/** Taper, out-of-round, wear and clearance as they stand with the readings so far. */
export function Measures({ view, feature, finding, system }: MeasuresProps) {
	const { role } = rowOf(feature.kind);
	// A part that is no journal, bore or housing shows what its readings give: one size has no taper.
	const shown = MEASURES[role].filter((name) => role !== "plain" || finding?.checks.some((c) => c.name === name));
	// An oval stands under the limit of the out-of-round: it is shown where it alone speaks against the part.
	const oval = finding?.checks.find((c) => c.name === "oval")?.verdict;
	if (oval === "beyond" || oval === "unsure") shown.splice(shown.indexOf("out_of_round") + 1, 0, "oval");
	const strips = shown.map((name) => (name === "size" ? sizeStrip(finding, system) : checkStrip(name, finding, system)));
	if (feature.ordered && feature.quantity === "size") {
		const order = orderStrip(finding, feature.ordered, system);
		// What it is proved by comes first; a housing's own range steps back behind it.
		strips.splice(0, shown[0] === "size" ? 1 : 0, order);
	}
	if (feature.columns) strips.push(...listStrips(finding, system));
	else if (feature.kind === "runout" || finding?.checks.some((c) => c.name === "runout"))
		strips.push(checkStrip("runout", finding, system));
	return (
		<div className={css.strips}>
			{strips.map((s) => (
				<Strip key={s.name} {...s} />
			))}
			{finding?.runout ? (
				<div>
					<Rich
						text={finding.runout.angle === undefined ? benchWords.thrownAnyway : benchWords.thrownTowards}
						throw={<b className={look.figure}>{show(finding.runout.throw, system)}</b>}
						angle={Math.round((finding.runout.angle ?? 0) / 1e6)}
					/>{" "}
					{finding.runout.ovality ? (
						<Rich
							text={benchWords.ownOvality}
							ovality={<span className={look.figure}>{show(finding.runout.ovality, system)}</span>}
						/>
					) : null}
				</div>
			) : null}
			{feature.columns && finding ? <Figures feature={feature} finding={finding} system={system} /> : null}
			{notesOf(finding).map((text) => (
				<div key={text} className={look.note}>
					{text}
				</div>
			))}
			<Clearance view={view} feature={feature} system={system} />
		</div>
	);
}

/** A strip for each check of a list; a least and a most of the same make one strip with a window. */
function listStrips(finding: Finding | undefined, system: System): StripProps[] {
	const checks = finding?.checks ?? [];
	return checks
		.filter((c) => !c.name.endsWith("_low"))
		.map((high) => {
			const low = checks.find((c) => c.name === `${high.name}_low`);
			if (!low) return checkStrip(high.name, finding, system);
			const judged = low.limit !== undefined && high.limit !== undefined;
			return {
				name: titleOf("check", high.name),
				figures: showSpan(low.value, high.value, system),
				limit: judged ? `${show(low.limit ?? 0, system)} – ${show(high.limit ?? 0, system)}` : undefined,
				standing: low.verdict === "within" ? high.verdict : low.verdict,
				input: { from: low.value, to: high.value, min: low.limit, max: high.limit, u: high.u },
			};
		});
}

/** Notes that ask for something; that nobody looked yet is said elsewhere. */
const notesOf = (finding: Finding | undefined): string[] =>
	(finding?.notes ?? []).filter((n) => roleOf(n) !== "remark").map((n) => n.text);

/** What a list comes to, where no limit says it already. */
function Figures({ feature, finding, system }: { feature: FeatureView; finding: Finding; system: System }) {
	const e = finding.end_float;
	const lines: [string, string | undefined][] = e
		? [
				["At 0°", e.at_0 === undefined ? undefined : show(e.at_0, system)],
				["Turned 180°", e.at_180 === undefined ? undefined : show(e.at_180, system)],
				[benchWords.byFeeler, e.feeler === undefined ? undefined : show(e.feeler, system)],
				[benchWords.repeatsDifferBy, show(e.spread, system)],
			]
		: finding.checks.length > 0 || finding.mean === undefined
			? []
			: [[feature.stations.length > 1 ? "Mean" : "Reads", show(finding.mean, system)]];
	return lines.map(([name, text]) =>
		text === undefined ? null : (
			<div key={name} className={css.ends}>
				<span>{name}</span>
				<span className={look.figure}>{text}</span>
			</div>
		),
	);
}

/** Smallest to largest reading in the range that was ordered. */
function orderStrip(finding: Finding | undefined, ordered: { min: number; max: number }, system: System): StripProps {
	const limit = benchWords.orderedAt(showSpan(ordered.min, ordered.max, system));
	if (finding?.min === undefined || finding.max === undefined) {
		return { name: benchWords.size, figures: "–", limit, standing: "open" };
	}
	return {
		name: benchWords.size,
		figures: showSpan(finding.min, finding.max, system),
		limit,
		standing: finding.as_ordered ? "within" : "beyond",
		input: {
			from: finding.min - ordered.min,
			to: finding.max - ordered.min,
			min: 0,
			max: ordered.max - ordered.min,
			u: 0,
		},
	};
}

/** Smallest to largest reading in the range it must lie in, drawn from the bottom of that range. */
function sizeStrip(finding: Finding | undefined, system: System): StripProps {
	const low = finding?.checks.find((c) => c.name === "size_low");
	const high = finding?.checks.find((c) => c.name === "size_high");
	if (!low || !high) return { name: benchWords.size, figures: "–", standing: "open" };
	const base = low.limit ?? low.value;
	const judged = low.limit !== undefined && high.limit !== undefined;
	return {
		name: benchWords.size,
		figures: showSpan(low.value, high.value, system),
		limit: judged ? benchWords.newAt(showSpan(base, high.limit ?? base, system)) : undefined,
		standing: low.verdict === "within" ? high.verdict : low.verdict,
		input: {
			from: low.value - base,
			to: high.value - base,
			min: judged ? 0 : undefined,
			max: judged ? (high.limit ?? base) - base : undefined,
			u: low.u,
		},
	};
}

function checkStrip(name: string, finding: Finding | undefined, system: System): StripProps {
	const check: Check | undefined = finding?.checks.find((c) => c.name === name);
	const wear = name === "wear" ? finding?.wear : undefined;
	if (!check)
		return { name: titleOf("check", name), figures: wear ? showSpan(wear.min, wear.max, system) : "–", standing: "open" };
	const [value, limit] = showApart(check.value, check.limit ?? check.value, system);
	return {
		name: titleOf("check", name),
		figures: wear ? `${show(wear.min, system)} – ${value}` : value,
		limit: check.limit === undefined ? undefined : benchWords.limitAt(limit),
		standing: check.verdict,
		input: { from: wear?.min ?? check.value, to: check.value, max: check.limit, u: check.u },
	};
}

function Clearance({ view, feature, system }: { view: JobView; feature: FeatureView; system: System }) {
	const { fit: kind } = rowOf(feature.kind);
	if (!kind) return null;
	const fits = view.evaluation.fits.filter(
		(f) => f.kind === kind && (rowOf(feature.kind).role === "journal" ? (f.journal ?? f.number) : f.number) === feature.number,
	);
	const several = new Set(fits.map((f) => f.number)).size > 1;
	if (fits.length === 0) return <Strip name="Clearance" figures="–" standing="open" />;
	return fits.map((f) => (
		<Strip
			key={`${f.basis} ${f.number}`}
			name={benchWords.clearanceBy(several, f.number, f.basis, f.void ? "void" : f.stale ? "stale" : undefined, f.used)}
			figures={showSpan(f.clearance.min, f.clearance.max, system)}
			limit={f.window ? benchWords.windowAt(showSpan(f.window.min, f.window.max, system)) : undefined}
			standing={f.verdict}
			input={{ from: f.clearance.min, to: f.clearance.max, min: f.window?.min, max: f.window?.max, u: 0 }}
		/>
	));
}
