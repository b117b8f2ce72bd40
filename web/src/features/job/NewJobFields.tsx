import { Select, SimpleGrid, Switch, TextInput } from "@mantine/core";
import type { UseFormReturnType } from "@mantine/form";
import { useQuery } from "@tanstack/react-query";
import { cardsQuery } from "../../api/cards";
import type { JobView } from "../../api/client";
import { plansQuery } from "../../api/queries";
import { choicesOf } from "../../api/table";
import type { LayoutForm } from "../../ui/LayoutFields";
import { jobWords } from "../../words/job";
import { layoutSaid } from "../../words/layout";
import { PastDay } from "./PastDay";

/** What is filled in to start a job. */
export interface NewJobForm extends LayoutForm {
	engine: string;
	customer: string;
	promised_on: string;
	duty: JobView["job"]["duty"];
	/** What it starts from: "card" and a version's id, "back" or "job" and a job's id; nothing for an engine nobody knows. */
	from: string;
	journal_plan: string;
	turn_plan: string;
	quick: boolean;
}

interface FieldsProps {
	form: UseFormReturnType<NewJobForm>;
}

/** What it starts from: an engine card, an engine that comes back, the limits of another job; or nothing. */
export function FromField({ value, onChoose }: { value: string; onChoose: (from: string) => void }) {
	const known = useQuery(cardsQuery);
	if (!known.data) return null;
	const { cards, jobs } = known.data;
	const offered = cards.filter((c) => !c.withdrawn);
	if (offered.length + jobs.length === 0) return null;
	return (
		<Select
			label={jobWords.startFrom}
			description={jobWords.aCardBringsItsLayout}
			placeholder={jobWords.anEngineNobodyKnows}
			searchable
			clearable
			data={[
				{
					group: jobWords.engineCards,
					items: offered.map((c) => ({ value: `card ${c.id}`, label: `${c.engine} · ${layoutSaid(c.layout)}` })),
				},
				{
					group: jobWords.itComesBack,
					items: jobs
						.filter((j) => j.closed_at)
						.map((j) => ({ value: `back ${j.id}`, label: `${j.engine} · ${j.number} · ${j.customer}` })),
				},
				{
					group: jobWords.limitsOfAJob,
					items: jobs.filter((j) => !j.closed_at).map((j) => ({ value: `job ${j.id}`, label: `${j.engine} · ${j.number}` })),
				},
			]}
			value={value || null}
			onChange={(v) => onChoose(v ?? "")}
		/>
	);
}

/** Which engine, whose, until when. */
export function HeadFields({ form }: FieldsProps) {
	return (
		<>
			<SimpleGrid cols={{ base: 1, sm: 2 }}>
				<TextInput label={jobWords.engine} maxLength={200} required data-autofocus autoFocus {...form.getInputProps("engine")} />
				<TextInput label={jobWords.customer} maxLength={200} {...form.getInputProps("customer")} />
				<TextInput label={jobWords.promised} type="date" {...form.getInputProps("promised_on")} />
				<Select label={jobWords.duty} allowDeselect={false} data={choicesOf("duty")} {...form.getInputProps("duty")} />
			</SimpleGrid>
			<PastDay on={form.values.promised_on} />
		</>
	);
}

/** How its journals are read. */
export function PlanFields({ form }: FieldsProps) {
	const plans = useQuery(plansQuery);
	const blind = plans.data?.find((p) => p.id === form.values.turn_plan)?.blind;
	return (
		<SimpleGrid cols={{ base: 1, sm: 2 }}>
			<Select
				label={jobWords.journalsAreReadAt}
				description={jobWords.thePlanCanBeChangedUntil}
				allowDeselect={false}
				data={plans.data?.filter((p) => !p.turn).map((p) => ({ value: p.id, label: p.name })) ?? []}
				{...form.getInputProps("journal_plan")}
			/>
			<Select
				label={jobWords.theShaftIsTurned}
				description={blind ? jobWords.cannotSee(blind) : " "}
				allowDeselect={false}
				data={plans.data?.filter((p) => p.turn).map((p) => ({ value: p.id, label: p.name })) ?? []}
				{...form.getInputProps("turn_plan")}
			/>
			<Switch
				label={jobWords.journalsQuickFirst}
				description={jobWords.aLookAtFourPlaces}
				{...form.getInputProps("quick", { type: "checkbox" })}
			/>
		</SimpleGrid>
	);
}
