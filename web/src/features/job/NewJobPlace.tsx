import { Alert, Button, Group, Stack, Title } from "@mantine/core";
import { useNavigate } from "react-router";
import { useCreateJob } from "../../api/changes";
import { Refusal } from "../../api/client";
import look from "../../look/look.module.css";
import { Bar } from "../../ui/Bar";
import { CameBack, useKeptForm } from "../../ui/use-kept";
import { jobWords } from "../../words/job";
import { placeWords } from "../../words/places";
import { HeadFields, LayoutFields, LimitFields, type NewJobForm } from "./NewJobFields";

const START: NewJobForm = {
	engine: "",
	customer: "",
	promised_on: "",
	duty: "standard",
	scope: "engine",
	unit: "in",
	arrangement: "inline",
	cylinders: 4,
	mains: "",
	throws: "",
	copy_from: "",
	journal_plan: "2x4",
};

/** A new job from an engine's layout, its limits copied from another job or entered afterwards. */
export function NewJobPlace() {
	const go = useNavigate();
	const create = useCreateJob();
	const kept = useKeptForm("new-job", () => START, {
		validate: {
			engine: (v) => (v.trim() === "" ? jobWords.whichEngineIsItAShort : null),
			cylinders: (v) => (Number(v) >= 1 && Number(v) <= 48 ? null : jobWords.between1And48Cylinders),
		},
	});
	const { form } = kept;
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
	return (
		<>
			<Bar trail={[{ text: placeWords.shop, to: "/" }, { text: jobWords.newJob }]} />
			<main className={`${look.page} ${look.narrow}`}>
				<form onSubmit={submit} noValidate>
					<Stack gap="md">
						<Title order={1}>{jobWords.newJob}</Title>
						<CameBack came={kept.came} back={kept.back} />
						{create.error && Object.keys(form.errors).length === 0 ? (
							<Alert color="red" title={jobWords.theJobWasNotStarted}>
								{create.error.message}
							</Alert>
						) : null}
						<HeadFields form={form} />
						<LayoutFields form={form} />
						<LimitFields form={form} />
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
