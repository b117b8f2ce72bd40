import { Group, NumberInput, SegmentedControl, Select, SimpleGrid, TextInput } from "@mantine/core";
import type { UseFormReturnType } from "@mantine/form";
import { useQuery } from "@tanstack/react-query";
import { jobsQuery, plansQuery } from "../../api/queries";
import { jobWords } from "../../words/job";
import css from "./job.module.css";
import { PastDay } from "./PastDay";

/** What is filled in to start a job; numbers are texts while they are empty. */
export interface NewJobForm {
	engine: string;
	customer: string;
	promised_on: string;
	duty: "standard" | "power" | "heavy";
	scope: "engine" | "crank";
	unit: "in" | "mm";
	arrangement: "inline" | "v" | "flat";
	cylinders: number | string;
	mains: number | string;
	throws: number | string;
	copy_from: string;
	journal_plan: string;
}

interface FieldsProps {
	form: UseFormReturnType<NewJobForm>;
}

/** Descriptions below, so that fields in a row stay in line. */
const BELOW: ("label" | "input" | "description" | "error")[] = ["label", "input", "description", "error"];

/** Which engine, whose, until when. */
export function HeadFields({ form }: FieldsProps) {
	return (
		<>
			<SimpleGrid cols={{ base: 1, sm: 2 }}>
				<TextInput label={jobWords.engine} maxLength={200} required data-autofocus autoFocus {...form.getInputProps("engine")} />
				<TextInput label={jobWords.customer} maxLength={200} {...form.getInputProps("customer")} />
				<TextInput label={jobWords.promised} type="date" {...form.getInputProps("promised_on")} />
				<Select
					label={jobWords.duty}
					allowDeselect={false}
					data={[
						{ value: "standard", label: "Standard" },
						{ value: "power", label: jobWords.morePower },
						{ value: "heavy", label: "Heavy" },
					]}
					{...form.getInputProps("duty")}
				/>
			</SimpleGrid>
			<PastDay on={form.values.promised_on} />
		</>
	);
}

/** What came in, and how the engine is laid out. */
export function LayoutFields({ form }: FieldsProps) {
	return (
		<>
			<Group gap="xl">
				<Choice
					label={jobWords.whatCameIn}
					data={{ engine: "the whole engine", crank: "its crankshaft" }}
					{...form.getInputProps("scope")}
				/>
				<Choice label={jobWords.itsLimitsAreIn} data={{ in: "inches", mm: "millimetres" }} {...form.getInputProps("unit")} />
				<Choice
					label={jobWords.cylindersLie}
					data={{ inline: "in line", v: jobWords.inAV, flat: "flat" }}
					{...form.getInputProps("arrangement")}
				/>
			</Group>
			<SimpleGrid cols={{ base: 1, sm: 3 }}>
				<NumberInput label={jobWords.cylinders} min={1} max={48} allowDecimal={false} {...form.getInputProps("cylinders")} />
				<NumberInput
					label={jobWords.mainBearings}
					inputWrapperOrder={BELOW}
					placeholder={jobWords.defaultForThisLayout}
					description={jobWords.emptyOneBetweenAllThrowsAnd}
					min={1}
					max={49}
					allowDecimal={false}
					{...form.getInputProps("mains")}
				/>
				<NumberInput
					label={jobWords.throws}
					inputWrapperOrder={BELOW}
					placeholder={jobWords.defaultForThisLayout}
					description={form.values.arrangement === "inline" ? jobWords.emptyOneForEachCylinder : jobWords.emptyOneForEachPairOf}
					min={1}
					max={48}
					allowDecimal={false}
					{...form.getInputProps("throws")}
				/>
			</SimpleGrid>
		</>
	);
}

/** By what it is judged, and how its journals are read. */
export function LimitFields({ form }: FieldsProps) {
	const jobs = useQuery(jobsQuery(""));
	const plans = useQuery(plansQuery);
	const others =
		jobs.data?.filter((j) => j.sets.length > 0).map((j) => ({ value: String(j.id), label: `${j.number} · ${j.engine}` })) ?? [];
	return (
		<SimpleGrid cols={{ base: 1, sm: 2 }}>
			<Select
				label={jobWords.limits}
				placeholder={jobWords.typeThemInOnTheNext}
				description={jobWords.orCopyThoseOfAnotherJob}
				clearable
				data={others}
				{...form.getInputProps("copy_from")}
			/>
			<Select
				label={jobWords.journalsAreReadAt}
				description={jobWords.thePlanCanBeChangedUntil}
				allowDeselect={false}
				data={plans.data?.filter((p) => !p.turn).map((p) => ({ value: p.id, label: p.name })) ?? []}
				{...form.getInputProps("journal_plan")}
			/>
		</SimpleGrid>
	);
}

interface ChoiceProps {
	label: string;
	data: Record<string, string>;
	value?: string;
	onChange?: (value: string) => void;
}

function Choice({ label, data, value, onChange }: ChoiceProps) {
	return (
		<fieldset aria-label={label} className={css.choice}>
			<div className={css.choiceLabel}>{label}</div>
			<SegmentedControl
				value={value}
				onChange={onChange}
				data={Object.entries(data).map(([v, text]) => ({ value: v, label: text }))}
			/>
		</fieldset>
	);
}
