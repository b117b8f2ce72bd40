import { Button, Group, Select, Textarea, TextInput } from "@mantine/core";
import { type FormEvent, useState } from "react";
import { Refusal } from "../../api/client";
import { type Facts, type Instrument, useInstrument } from "../../api/gauges";
import { gaugeRows } from "../../api/table";
import look from "../../look/look.module.css";
import { parse, plain, type System } from "../../quantity/length";
import { Failed } from "../../ui/Failed";
import { gaugesWords as words } from "../../words/gauges";
import css from "./gauges.module.css";
import { LineFields, lineOf, patternOf } from "./LineFields";

interface FactsFormProps {
	/** Of the deed that tells it. */
	id: string;
	instrument?: Instrument;
	/** Its id where it is a new one. */
	onDone: (made?: string) => void;
}

type Typed = Record<
	"name" | "tag" | "from" | "to" | "division" | "owner" | "due" | "allowed" | "standards" | "expansion",
	string
>;

const start = (f: Facts | undefined): Typed => {
	const size = (l: number | undefined) => (l && f ? plain(l, f.unit) : "");
	return {
		name: f?.name ?? "",
		tag: f?.tag ?? "",
		from: size(f?.from),
		to: size(f?.to),
		division: size(f?.division),
		owner: f?.owner ?? "",
		due: f?.due ?? "",
		allowed: size(f?.allowed),
		expansion: f?.expansion ?? "",
		standards: (f?.standards ?? []).map((s) => [s.name, size(s.size), size(s.u)].filter(Boolean).join("; ")).join("\n"),
	};
};

/** Standards as they are typed, a line each; null where a line is none. */
export function standardsOf(text: string, unit: System): Facts["standards"] | null {
	const list: NonNullable<Facts["standards"]> = [];
	for (const line of text.split("\n")) {
		if (line.trim() === "") continue;
		const [name = "", size = "", u = ""] = line.split(";").map((t) => t.trim());
		const read = parse(size, unit);
		const uncertain = u === "" ? undefined : parse(u, unit);
		if (name === "" || !read.ok || (uncertain && !uncertain.ok)) return null;
		list.push({ name, size: read.length, u: uncertain?.ok ? uncertain.length : undefined });
	}
	return list;
}

/** What is told of an instrument. */
export function FactsForm({ id, instrument, onDone }: FactsFormProps) {
	const [deed] = useState(id); // sent again, it is stored once
	const save = useInstrument(instrument?.id);
	const facts = instrument?.facts;
	const [typed, setTyped] = useState(() => start(facts));
	const [kind, setKind] = useState<Facts["kind"]>(facts?.kind ?? "micrometer");
	const [unit, setUnit] = useState<System>(facts?.unit ?? "in");
	const [sense, setSense] = useState(facts?.sense ?? 1);
	const [line, setLine] = useState(() => lineOf(facts?.line));
	const [errors, setErrors] = useState<Partial<Typed>>({});
	const submit = (e: FormEvent) => {
		e.preventDefault();
		const wrong: Partial<Typed> = {};
		const size = (name: "from" | "to" | "division" | "allowed") => {
			if (typed[name].trim() === "") return undefined;
			const read = parse(typed[name], unit);
			if (!read.ok) wrong[name] = read.sentence;
			return read.ok ? read.length : undefined;
		};
		const sizes = { from: size("from"), to: size("to"), division: size("division"), allowed: size("allowed") };
		const standards = standardsOf(typed.standards, unit);
		if (standards === null) wrong.standards = words.standardsWrong;
		if (typed.name.trim() === "") wrong.name = words.needed;
		if (!sizes.division && !wrong.division) wrong.division = words.needed;
		setErrors(wrong);
		if (Object.keys(wrong).length > 0 || !sizes.division || standards === null) return;
		const body: Facts = {
			...facts,
			...sizes,
			name: typed.name.trim(),
			tag: typed.tag.trim(),
			kind,
			unit,
			sense: sense as Facts["sense"],
			division: sizes.division,
			standards,
			owner: typed.owner.trim() || undefined,
			expansion: typed.expansion.trim() || undefined,
			due: typed.due || undefined,
			line: patternOf(line, unit),
		};
		save.mutate(
			{ id: deed, what: "told", facts: body, after: instrument?.facts_id },
			{ onSuccess: () => onDone(instrument ? undefined : deed) },
		);
	};
	const places = save.error instanceof Refusal ? save.error.places : {};
	const text = (name: keyof Typed, label: string, more: { description?: string; type?: string } = {}) => (
		<TextInput
			label={label}
			value={typed[name]}
			error={errors[name] ?? places[`facts.${name}`]}
			onChange={(e) => {
				const value = e.currentTarget.value;
				setTyped((t) => ({ ...t, [name]: value }));
			}}
			{...more}
		/>
	);
	return (
		<form onSubmit={submit} className={look.panel}>
			<div className={css.fields}>
				{text("name", words.name)}
				{text("tag", words.tag)}
				<Select
					label={words.kind}
					allowDeselect={false}
					data={gaugeRows().map((g) => ({ value: g.kind, label: g.title }))}
					value={kind}
					onChange={(k) => setKind(k as Facts["kind"])}
				/>
				<Select
					label={words.unit}
					allowDeselect={false}
					data={["in", "mm"]}
					value={unit}
					onChange={(u) => setUnit(u as System)}
				/>
				{text("division", words.division)}
				{text("from", words.from)}
				{text("to", words.to)}
				<Select
					label={words.sense}
					allowDeselect={false}
					data={[
						{ value: "1", label: words.larger },
						{ value: "-1", label: words.smaller },
					]}
					value={String(sense)}
					onChange={(s) => setSense(Number(s) as Facts["sense"])}
				/>
				{text("allowed", words.allowed, { description: words.allowedHelp })}
				{text("expansion", words.expansion, { description: words.expansionHelp })}
				{text("owner", words.owner)}
				{text("due", words.due, { type: "date" })}
			</div>
			<Textarea
				mt="sm"
				label={words.standards}
				description={words.standardsHelp}
				autosize
				minRows={2}
				value={typed.standards}
				error={errors.standards}
				onChange={(e) => {
					const value = e.currentTarget.value;
					setTyped((t) => ({ ...t, standards: value }));
				}}
			/>
			<LineFields typed={line} unit={unit} onChange={setLine} />
			<Failed error={save.error} mt="sm" />
			<Group mt="md">
				<Button type="submit" loading={save.isPending}>
					{words.save}
				</Button>
				<Button variant="default" onClick={() => onDone()}>
					{words.cancel}
				</Button>
			</Group>
		</form>
	);
}
