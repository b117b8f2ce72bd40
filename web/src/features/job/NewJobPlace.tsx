import { Alert, Button, Group, NumberInput, SegmentedControl, Select, SimpleGrid, Stack, TextInput, Title } from "@mantine/core";
import { useForm } from "@mantine/form";
import { useQuery } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { Refusal } from "../../api/client";
import { jobsQuery, plansQuery, useCreateJob } from "../../api/queries";
import { Bar } from "../../app/Bar";
import { CameBack, useKept } from "../../app/use-kept";
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
			engine: (v) => (v.trim() === "" ? "Which engine is it? A short name will do." : null),
			cylinders: (v) => (Number(v) >= 1 && Number(v) <= 48 ? null : "Between 1 and 48 cylinders."),
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
			<Bar trail={[{ text: "Shop", to: "/" }, { text: "New job" }]} />
			<main className="page" style={{ maxWidth: 860 }}>
				<form onSubmit={submit} noValidate>
					<Stack gap="md">
						<Title order={1}>New job</Title>
						<CameBack
							came={kept.came}
							back={() => {
								kept.drop();
								window.location.reload();
							}}
						/>
						{create.error && Object.keys(form.errors).length === 0 ? (
							<Alert color="red" title="The job was not started">
								{create.error.message}
							</Alert>
						) : null}
						<SimpleGrid cols={{ base: 1, sm: 2 }}>
							<TextInput label="Engine" maxLength={200} required data-autofocus autoFocus {...form.getInputProps("engine")} />
							<TextInput label="Customer" maxLength={200} {...form.getInputProps("customer")} />
							<TextInput label="Promised" type="date" {...form.getInputProps("promised_on")} />
							<Select
								label="Duty"
								allowDeselect={false}
								data={[
									{ value: "standard", label: "Standard" },
									{ value: "power", label: "More power" },
									{ value: "heavy", label: "Heavy" },
								]}
								{...form.getInputProps("duty")}
							/>
						</SimpleGrid>
						<PastDay on={form.values.promised_on} />
						<Group gap="xl">
							<Choice
								label="What came in"
								data={{ engine: "the whole engine", crank: "its crankshaft" }}
								{...form.getInputProps("scope")}
							/>
							<Choice label="Its limits are in" data={{ in: "inches", mm: "millimetres" }} {...form.getInputProps("unit")} />
							<Choice
								label="Cylinders lie"
								data={{ inline: "in line", v: "in a V", flat: "flat" }}
								{...form.getInputProps("arrangement")}
							/>
						</Group>
						<SimpleGrid cols={{ base: 1, sm: 3 }}>
							<NumberInput label="Cylinders" min={1} max={48} allowDecimal={false} {...form.getInputProps("cylinders")} />
							<NumberInput
								label="Main bearings"
								inputWrapperOrder={BELOW}
								placeholder="default for this layout"
								description="Empty: one between all throws and at both ends"
								min={1}
								max={49}
								allowDecimal={false}
								{...form.getInputProps("mains")}
							/>
							<NumberInput
								label="Throws"
								inputWrapperOrder={BELOW}
								placeholder="default for this layout"
								description={
									form.values.arrangement === "inline" ? "Empty: one for each cylinder" : "Empty: one for each pair of cylinders"
								}
								min={1}
								max={48}
								allowDecimal={false}
								{...form.getInputProps("throws")}
							/>
						</SimpleGrid>
						<SimpleGrid cols={{ base: 1, sm: 2 }}>
							<Select
								label="Limits"
								placeholder="type them in on the next page"
								description="or copy those of another job"
								clearable
								data={others}
								{...form.getInputProps("copy_from")}
							/>
							<Select
								label="Journals are read at"
								description="the plan can be changed until the first reading"
								allowDeselect={false}
								data={plans.data?.filter((p) => !p.turn).map((p) => ({ value: p.id, label: p.name })) ?? []}
								{...form.getInputProps("journal_plan")}
							/>
						</SimpleGrid>
						<Group>
							<Button type="submit" size="md" loading={create.isPending}>
								Start the job
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
