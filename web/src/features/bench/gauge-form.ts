import { type FormEvent, useState } from "react";
import { useSetGauge, useWorkOutAnew } from "../../api/changes";
import { type AnewBody, type FeatureView, type GaugeBody, type GaugeSetup, Refusal } from "../../api/client";
import { newId } from "../../api/id";
import { rowOf } from "../../api/table";
import { isBore } from "../../api/view";
import { type Length, parse, plain, type System } from "../../quantity/length";
import { splitList } from "../../quantity/list";
import { smallUnit } from "../../quantity/readouts";
import { benchWords } from "../../words/bench";
import { usualInstrument } from "../../words/gauge";

/** The usual clearances printed on a plastic strip's wrapper. Common practice. */
const STRIP_STEPS: Record<System, string> = {
	in: "0.001 0.0015 0.002 0.0025 0.003",
	mm: "0.025 0.038 0.051 0.063 0.076",
};

/** The ways in which a gauge for a part can show what it shows. */
export function modesFor(feature: FeatureView): { value: GaugeBody["mode"]; label: string }[] {
	switch (feature.quantity) {
		case "weight":
			return [];
		case "gap":
			return rowOf(feature.kind).strip_of
				? [
						{ value: "strip", label: benchWords.placeOnItsScale },
						{ value: "direct", label: benchWords.theClearance },
					]
				: [
						{ value: "direct", label: benchWords.theGap },
						{ value: "feeler", label: benchWords.entersDoesNot },
					];
		case "dial":
			return [
				{ value: "length", label: benchWords.whatTheDialShows },
				{ value: "divisions", label: "Divisions" },
			];
		default:
			return [
				{ value: "direct", label: benchWords.theSize },
				{ value: "divisions", label: benchWords.divisionsFromZero },
				{ value: "length", label: benchWords.aDeviation },
				...(isBore(feature.kind) ? [] : [{ value: "vernier" as const, label: benchWords.vernierInParts }]),
			];
	}
}

/** The mode that a setup has, or the first that fits the part. */
function modeOf(feature: FeatureView, setup: GaugeSetup | undefined): GaugeBody["mode"] {
	const modes = modesFor(feature).map((m) => m.value);
	return setup && modes.includes(setup.mode) ? setup.mode : (modes[0] ?? "direct");
}

/** What a whole number can count on a dial that shows lengths. */
export const COUNTS: { value: string; label: string }[] = [
	{ value: "254000", label: benchWords.n0001In },
	{ value: "25400", label: benchWords.n00001In },
	{ value: "100000", label: benchWords.n001Mm },
	{ value: "10000", label: benchWords.n0001Mm },
];

/** The sum of an anvil and its shims, typed with spaces or plus signs. It helps to choose them; it is no zero. */
export function built(text: string, unit: System): Length | undefined {
	const parts = text.split(/[\s+]+/).filter(Boolean);
	let sum = 0;
	for (const part of parts) {
		const p = parse(part, unit);
		if (!p.ok) return undefined;
		sum += p.length;
	}
	return parts.length > 1 ? sum : undefined;
}

/** The fields of a gauge's setup, and its sending. */
export function useGaugeForm(job: number, feature: FeatureView, setup: GaugeSetup | undefined, unit: System, onDone: () => void) {
	const set = useSetGauge(job);
	const anew = useWorkOutAnew(job);
	const [anewToo, setAnewToo] = useState(false);
	const [id] = useState(newId);
	const bore = isBore(feature.kind);
	const small = feature.quantity !== "size";
	const [fields, setFields] = useState({
		instrument: setup?.instrument ?? feature.gauge_kind ?? usualInstrument(feature),
		division: plain(setup?.division ?? feature.gauge_division ?? usualDivision(feature, unit), unit),
		mode: modeOf(feature, setup),
		setting: setup?.setting === undefined ? "" : plain(setup.setting, unit),
		mating: setup?.mating ?? false,
		sense: String(setup?.sense ?? (bore && !small ? -1 : 1)),
		steps: setup && setup.steps.length > 0 ? setup.steps.map((s) => plain(s, unit)).join(" ") : STRIP_STEPS[unit],
		anvil: "",
		repeatability: setup?.repeatability === undefined ? "" : plain(setup.repeatability, unit),
		setting_u: setup?.setting_u === undefined ? "" : plain(setup.setting_u, unit),
		counts: setup?.counts === undefined ? String(smallUnit(unit)) : String(setup.counts),
		finest: setup?.finest ?? false,
		checked: false,
		cabinet: setup?.cabinet ?? "",
		standard: "",
	});
	const [errors, setErrors] = useState<Record<string, string>>({});
	const change = (more: Partial<typeof fields>) => setFields((f) => ({ ...f, ...more }));
	const deviates = !small && (fields.mode === "divisions" || fields.mode === "length");
	const needsSetting = fields.mode === "vernier" || (deviates && !fields.mating);
	const read = (): { body?: GaugeBody; wrong: Record<string, string> } => {
		const division = parse(fields.division, unit);
		const setting = parse(fields.setting, unit);
		const steps = splitList(fields.steps).map((s) => parse(s, unit));
		const wrong: Record<string, string> = {};
		if (!division.ok) wrong.division = division.sentence;
		if (needsSetting && !setting.ok)
			wrong.setting =
				fields.setting !== ""
					? setting.sentence
					: fields.mode === "vernier"
						? benchWords.sayWhereTheFrameBegins
						: benchWords.sayWhatTheGaugeWasZeroed;
		const own = { repeatability: optional(fields.repeatability, unit), setting_u: optional(fields.setting_u, unit) };
		for (const [name, read] of Object.entries(own)) if (typeof read === "string") wrong[name] = read;
		const badStep = steps.find((s) => !s.ok);
		if (fields.mode === "strip" && badStep && !badStep.ok) wrong.steps = badStep.sentence;
		if (!division.ok || Object.keys(wrong).length > 0) return { wrong };
		const body: GaugeBody = {
			id,
			kind: feature.kind,
			instrument: fields.instrument as GaugeBody["instrument"],
			division: division.length,
			mode: fields.mode,
			setting: needsSetting && setting.ok ? setting.length : undefined,
			mating: deviates && fields.mating,
			sense: fields.sense === "-1" ? -1 : 1,
			steps: fields.mode === "strip" ? steps.flatMap((s) => (s.ok ? [s.length] : [])) : undefined,
			built: needsSetting && built(fields.anvil, unit) !== undefined ? fields.anvil : undefined,
			repeatability: typeof own.repeatability === "number" ? own.repeatability : undefined,
			setting_u: typeof own.setting_u === "number" ? own.setting_u : undefined,
			counts: fields.mode === "length" ? Number(fields.counts) : undefined,
			finest: fields.finest || undefined,
			checked: fields.checked,
			cabinet: fields.cabinet || undefined,
			standard: fields.standard || undefined,
		};
		return { body, wrong };
	};
	const { body } = read();
	const amends =
		setup && body?.mode === setup.mode && !setup.mating && !body.mating
			? body.setting !== setup.setting ||
				body.sense !== setup.sense ||
				(body.mode === "divisions" && body.division !== setup.division)
			: false;
	/** What was wrong of the setup so far, where this form says otherwise. */
	const wrongSoFar: AnewBody | undefined =
		amends && setup && body ? { id, kind: feature.kind, gauge: setup.id, right: body } : undefined;
	const submit = (event: FormEvent) => {
		event.preventDefault();
		const { body, wrong } = read();
		setErrors(wrong);
		if (!body) return;
		const done = { onSuccess: onDone, onError: (error: Error) => error instanceof Refusal && setErrors(error.places) };
		if (anewToo && wrongSoFar) anew.mutate(wrongSoFar, done);
		else set.mutate(body, done);
	};
	return {
		fields,
		change,
		errors,
		deviates,
		submit,
		saving: set.isPending || anew.isPending,
		error: set.error ?? anew.error,
		wrongSoFar,
		anewToo,
		setAnewToo,
	};
}

/** A length that may be left out, or why it is none. */
function optional(text: string, unit: System): Length | string | undefined {
	if (text.trim() === "") return undefined;
	const read = parse(text, unit);
	if (!read.ok) return read.sentence;
	return read.length < 0 ? benchWords.itCannotBeNegative : read.length;
}

function usualDivision(feature: FeatureView, unit: System): Length {
	if (feature.quantity === "gap") return unit === "in" ? 127_000 : 100_000;
	if (feature.quantity === "dial") return unit === "in" ? 127_000 : 100_000;
	if (feature.kind === "pin_height") return unit === "in" ? 254_000 : 100_000;
	return unit === "in" ? 25_400 : isBore(feature.kind) ? 20_000 : 10_000;
}
