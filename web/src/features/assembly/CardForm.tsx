import { Button, Checkbox, Group, Select, Stack, TextInput, Title } from "@mantine/core";
import { type FormEvent, useState } from "react";
import { middleOut } from "../../api/assembly";
import type { AssemblyPlan, Torque, TorqueCard } from "../../api/client";
import { choicesOf, membersOfList, wordOf } from "../../api/table";
import { Bolts } from "../../drawing/Bolts";
import look from "../../look/look.module.css";
import { parse, show } from "../../quantity/length";
import { cardName, stepsText, assemblyWords as words } from "../../words/assembly";
import css from "./assembly.module.css";
import type { Shown } from "./Frame";
import { countOf, maybeAngle, stepsOf } from "./typed";

interface CardFormProps extends Shown {
	card: TorqueCard | undefined;
	onDone: () => void;
}

/** A card as its fields hold it. */
interface Fields {
	group: TorqueCard["group"];
	name: string;
	unit: Torque["unit"];
	lubricant: string;
	where: string;
	rows: string;
	columns: string;
	steps: string;
	uses: string;
	longest: string;
	spread: string;
	fresh: boolean;
	source: string;
	order: number[];
}

const start = (card: TorqueCard | undefined, { job }: Shown): Fields => ({
	group: card?.group ?? "main",
	name: card?.name ?? "",
	unit: card?.unit ?? (job.job.unit === "in" ? "lb_ft" : "N_m"),
	lubricant: card?.lubricant ?? "",
	where: card?.where ?? "",
	rows: String(card?.rows ?? 2),
	columns: String(card?.columns ?? job.job.mains),
	steps: card ? stepsText(card.steps) : "",
	uses: card?.uses ? String(card.uses) : "",
	longest: card?.longest === undefined ? "" : show(card.longest, job.job.unit),
	spread: card?.spread ? String(card.spread) : "",
	fresh: card?.new ?? false,
	source: card?.source ?? "",
	order: card?.order ?? [],
});

/** How many columns the bolts of a group usually have. */
const columnsOf = (group: TorqueCard["group"], { job }: Shown): number =>
	group === "main"
		? job.job.mains
		: group === "rod"
			? 1
			: Math.ceil(job.job.cylinders / (job.job.arrangement === "inline" ? 1 : 2)) + 1;

/** The card that fields say, or which of them cannot be. */
function read(f: Fields, key: string, system: "in" | "mm"): TorqueCard | Partial<Record<keyof Fields, string>> {
	const wrong: Partial<Record<keyof Fields, string>> = {};
	const steps = stepsOf(f.steps, f.unit);
	if (!steps) wrong.steps = words.stepsWrong;
	const counts = { rows: countOf(f.rows), columns: countOf(f.columns), uses: countOf(f.uses), spread: countOf(f.spread) };
	for (const [name, value] of Object.entries(counts)) if (value === null) wrong[name as keyof Fields] = words.wrongNumber;
	const longest = f.longest.trim() === "" ? undefined : parse(f.longest, system);
	if (longest && !longest.ok) wrong.longest = longest.sentence;
	if (Object.keys(wrong).length > 0 || !steps) return wrong;
	const { rows, columns } = { rows: counts.rows ?? 1, columns: counts.columns ?? 1 };
	return {
		key,
		group: f.group,
		name: f.name.trim() || undefined,
		unit: f.unit,
		lubricant: f.lubricant.trim(),
		where: f.where.trim(),
		rows,
		columns,
		order: f.order.length === rows * columns ? f.order : undefined,
		steps,
		uses: counts.uses ?? undefined,
		longest: longest?.ok ? longest.length : undefined,
		new: f.fresh || undefined,
		spread: counts.spread ?? undefined,
		source: f.source.trim() || undefined,
	} as TorqueCard;
}

/** The first key that no card has. */
function freeKey(plan: AssemblyPlan, group: string): string {
	for (let n = 1; ; n++) {
		const key = n === 1 ? group : `${group} ${n}`;
		if (!plan.cards.some((c) => c.key === key)) return key;
	}
}

/** A torque card as it is told, or told anew. */
export function CardForm(props: CardFormProps) {
	const { job, view, build, card, onDone } = props;
	const [fields, setFields] = useState(() => start(card, props));
	const [errors, setErrors] = useState<Partial<Record<keyof Fields, string>>>({});
	const [asked, setAsked] = useState("");
	const set = <K extends keyof Fields>(name: K, value: Fields[K]) => setFields((f) => ({ ...f, [name]: value }));
	const save = (cards: TorqueCard[]) => {
		build.act({ what: "plan", after: view.plan_id || undefined, plan: { ...view.plan, cards } });
		onDone();
	};
	const submit = (e: FormEvent) => {
		e.preventDefault();
		const made = read(fields, card?.key ?? freeKey(view.plan, fields.group), job.job.unit);
		if (!("key" in made)) return setErrors(made as typeof errors);
		const made2 = made as TorqueCard;
		// What can be meant in two ways is asked about; saving the same again says yes.
		const angle = maybeAngle(made2.steps);
		const twin = view.plan.cards.some((c) => c.key !== made2.key && cardName(c) === cardName(made2));
		const questions: typeof errors = {
			...(angle ? { steps: words.torqueOrAngle(angle, wordOf("torque", made2.unit)) } : {}),
			...(twin ? { name: words.nameTaken(cardName(made2)) } : {}),
		};
		const question = JSON.stringify([made2, questions]);
		if (Object.keys(questions).length > 0 && asked !== question) {
			setAsked(question);
			return setErrors(questions);
		}
		save(card ? view.plan.cards.map((c) => (c.key === card.key ? made2 : c)) : [...view.plan.cards, made2]);
	};
	const text = (name: keyof Fields & string, label: string, description?: string) => (
		<TextInput
			label={label}
			description={description}
			value={fields[name] as string}
			error={errors[name]}
			onChange={(e) => set(name, e.currentTarget.value as never)}
		/>
	);
	return (
		<form onSubmit={submit} className={css.cardForm}>
			<Title order={1}>{card ? words.editCard : words.newCard}</Title>
			<Stack gap="sm">
				<div className={css.fields}>
					<Select
						label={words.cardOf}
						allowDeselect={false}
						data={choicesOf("card_group")}
						value={fields.group}
						onChange={(g) => {
							set("group", g as TorqueCard["group"]);
							set("columns", String(columnsOf(g as TorqueCard["group"], props)));
						}}
					/>
					{text("name", words.ownName)}
					<Select
						label={words.unit}
						allowDeselect={false}
						data={membersOfList("torque").map((u) => ({ value: u.value, label: u.word }))}
						value={fields.unit}
						onChange={(u) => set("unit", u as Torque["unit"])}
					/>
					{text("steps", words.steps, words.stepsHelp)}
					{text("lubricant", words.lubricant)}
					{text("where", words.where)}
					{text("rows", words.rows, words.rowsHelp)}
					{text("columns", words.columns, words.columnsHelp)}
					{text("uses", words.mostUses, words.usesHelp)}
					{text("longest", `${words.greatestLength}, ${job.job.unit}`)}
					{text("spread", words.spread)}
					{text("source", words.source)}
				</div>
				<Checkbox label={words.alwaysNew} checked={fields.fresh} onChange={(e) => set("fresh", e.currentTarget.checked)} />
				<OrderPicker fields={fields} onOrder={(order) => set("order", order)} />
				<Group>
					<Button type="submit">{words.saveCard}</Button>
					<Button variant="default" onClick={onDone}>
						{words.cancel}
					</Button>
					{card ? (
						<Button variant="subtle" color="red" onClick={() => save(view.plan.cards.filter((c) => c.key !== card.key))}>
							{words.removeCard}
						</Button>
					) : null}
				</Group>
			</Stack>
		</form>
	);
}

/** The order over the bolts: from the middle out, or as they are tapped one after the other. */
function OrderPicker({ fields, onOrder }: { fields: Fields; onOrder: (order: number[]) => void }) {
	const rows = Number(fields.rows) || 0;
	const columns = Number(fields.columns) || 0;
	if (rows < 1 || columns < 1 || rows > 6 || columns > 30) return null;
	const own = fields.order;
	const order = own.length > 0 ? own : middleOut(rows, columns);
	const place = (bolt: number) => {
		const i = order.indexOf(bolt);
		return i < 0 ? undefined : i + 1;
	};
	return (
		<div className={look.panel}>
			<Group justify="space-between">
				<span className={look.soft}>{words.tapOrder}</span>
				<Button variant="subtle" size="compact-sm" onClick={() => onOrder([])} disabled={own.length === 0}>
					{words.middleOut}
				</Button>
			</Group>
			<Bolts
				rows={rows}
				columns={columns}
				caps={fields.group === "main"}
				mark={(bolt) => (own.includes(bolt) ? "done" : "waits")}
				text={(bolt) => String(place(bolt) ?? "")}
				label={words.order}
				name={(bolt) => words.boltAt(bolt, String(place(bolt) ?? ""))}
				onTap={(bolt) => {
					if (own.length === rows * columns) onOrder([bolt]);
					else if (!own.includes(bolt)) onOrder([...own, bolt]);
				}}
			/>
		</div>
	);
}
