import { Alert, Button, Group, NumberInput, SegmentedControl, Select, SimpleGrid, Stack, TextInput, Title } from "@mantine/core";
import { useForm } from "@mantine/form";
import { useQuery } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { useCreateJob } from "../../api/changes";
import { Refusal } from "../../api/client";
import { jobsQuery, plansQuery } from "../../api/queries";
import { Bar } from "../../app/Bar";
import { CameBack, useKept } from "../../app/use-kept";
import { jobWords } from "../../words/job";
import { placeWords } from "../../words/places";
import { PastDay } from "./PastDay";

/** Descriptions below, so that fields in a row stay in line. */
const BELOW: ("label" | "input" | "description" | "error")[] = ["label", "input", "description", "error"];

/** A new job from an engine's layout, its limits copied from another job or entered afterwards. */
export function NewJobPlace() {
	const go = useNavigate();
	const jobs = useQuery(jobsQuery(""));
	const plans = useQuery(plansQuery);
	const create = useCreateJob();
	const kept = useKept("new-job", () => ({
		engine: "",
		customer: "",
		promised_on: "",
		duty: "standard" as "standard" | "power" | "heavy",
		scope: "engine" as "engine" | "crank",
		unit: "in" as "in" | "mm",
		arrangement: "inline" as "inline" | "v" | "flat",
		cylinders: 4 as number | string,
		mains: "" as number | string,
		throws: "" as number | string,
		copy_from: "",
		journal_plan: "2x4",
	}));
	const form = useForm({
		initialValues: kept.value,
		onValuesChange: kept.set,
		validate: {
			engine: (v) => (v.trim() === "" ? jobWords.whichEngineIsItAShort : null),
			cylinders: (v) => (Number(v) >= 1 && Number(v) <= 48 ? null : jobWords.between1And48Cylinders),
		},
	});
	const submit = form.onSubmit((v) =>
		create.mutate(
			{
				engine: v.engine.trim(),
				customer: v.customer.trim(),
				promised_on: v.promised_on,
				duty: v.duty,
				scope: v.scope,
				unit: v.unit,
				arrangement: v.arrangement,
				cylinders: Number(v.cylinders),
				mains: Number(v.mains) || 0,
				throws: Number(v.throws) || 0,
				copy_from: Number(v.copy_from) || 0,
				journal_plan: v.journal_plan,
			},
			{
				onSuccess: (view) => {
					kept.drop();
					void go(view.evaluation.sets.length > 0 ? `/jobs/${view.job.id}` : `/jobs/${view.job.id}/limits`);
				},
				onError: (error) => {
					if (error instanceof Refusal) form.setErrors(error.places);
				},
			},
		),
	);
	const others =
		jobs.data?.filter((j) => j.sets.length > 0).map((j) => ({ value: String(j.id), label: `${j.number} · ${j.engine}` })) ?? [];
	return (
		<>
			<Bar trail={[{ text: placeWords.shop, to: "/" }, { text: jobWords.newJob }]} />
			<main className="page" style={{ maxWidth: 860 }}>
				<form onSubmit={submit} noValidate>
					<Stack gap="md">
						<Title order={1}>{jobWords.newJob}</Title>
						<CameBack
							came={kept.came}
							back={() => {
								kept.drop();
								window.location.reload();
							}}
						/>
						{create.error && Object.keys(form.errors).length === 0 ? (
							<Alert color="red" title={jobWords.theJobWasNotStarted}>
								{create.error.message}
							</Alert>
						) : null}
						<SimpleGrid cols={{ base: 1, sm: 2 }}>
							<TextInput
								label={jobWords.engine}
								maxLength={200}
								required
								data-autofocus
								autoFocus
								{...form.getInputProps("engine")}
							/>
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
						<Group gap="xl">
							<Choice
								label={jobWords.whatCameIn}
								data={{ engine: "the whole engine", crank: "its crankshaft" }}
								{...form.getInputProps("scope")}
							/>
							<Choice
								label={jobWords.itsLimitsAreIn}
								data={{ in: "inches", mm: "millimetres" }}
								{...form.getInputProps("unit")}
							/>
							<Choice
								label={jobWords.cylindersLie}
								data={{ inline: "in line", v: jobWords.inAV, flat: "flat" }}
								{...form.getInputProps("arrangement")}
							/>
						</Group>
						<SimpleGrid cols={{ base: 1, sm: 3 }}>
							<NumberInput
								label={jobWords.cylinders}
								min={1}
								max={48}
								allowDecimal={false}
								{...form.getInputProps("cylinders")}
							/>
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
								description={
									form.values.arrangement === "inline" ? jobWords.emptyOneForEachCylinder : jobWords.emptyOneForEachPairOf
								}
								min={1}
								max={48}
								allowDecimal={false}
								{...form.getInputProps("throws")}
							/>
						</SimpleGrid>
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
						<Group>
							<Button type="submit" size="md" loading={create.isPending}>
								{jobWords.startTheJob}
							</Button>
						</Group>
					</Stack>
				</form>
			</main>
		</>
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
		<fieldset aria-label={label} style={{ border: 0, padding: 0, margin: 0 }}>
			<div style={{ fontWeight: 500, marginBottom: 4 }}>{label}</div>
			<SegmentedControl
				value={value}
				onChange={onChange}
				data={Object.entries(data).map(([v, text]) => ({ value: v, label: text }))}
			/>
		</fieldset>
	);
}
