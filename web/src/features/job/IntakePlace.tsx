import { Button, Group, Select, SimpleGrid, TextInput, Title } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { useParams } from "react-router";
import { useSetHead } from "../../api/changes";
import { type JobView, Refusal } from "../../api/client";
import { jobQuery } from "../../api/queries";
import { choicesOf } from "../../api/table";
import look from "../../look/look.module.css";
import { Failed } from "../../ui/Failed";
import { Load } from "../../ui/Load";
import { Notes } from "../../ui/Notes";
import { Photos } from "../../ui/Photos";
import { CameBack, useKeptForm } from "../../ui/use-kept";
import { jobWords } from "../../words/job";
import { PastDay } from "./PastDay";
import { WalkItems } from "./WalkItems";
import { WalkPlace } from "./WalkPlace";

/** Who brought what, what it went through, what is stamped on it, and how it looked on arrival. */
export function IntakePlace() {
	const id = Number(useParams().id);
	return (
		<Load query={useQuery(jobQuery(id))}>
			{(view) => (
				<WalkPlace view={view} name="Intake" intro={jobWords.whoWhatUntilWhenWhatThe}>
					<Head view={view} />
					<WalkItems view={view} items={view.walk.items.filter((i) => i.step === "intake")} />
					<Notes view={view} />
					<Photos view={view} />
				</WalkPlace>
			)}
		</Load>
	);
}

function Head({ view }: { view: JobView }) {
	const { job } = view;
	const set = useSetHead(job.id);
	const kept = useKeptForm(
		`intake.${job.id}`,
		() => ({
			engine: job.engine,
			customer: job.customer,
			duty: job.duty,
			promised_on: job.promised_on ?? "",
		}),
		{ validate: { engine: (v) => (v.trim() === "" ? jobWords.whichEngineIsItAShort : null) } },
	);
	const { form } = kept;
	const submit = form.onSubmit((v) =>
		set.mutate(
			{
				version: job.version,
				engine: v.engine.trim(),
				customer: v.customer.trim(),
				duty: v.duty,
				promised_on: v.promised_on || undefined,
			},
			{
				onSuccess: kept.drop,
				onError: (error) => error instanceof Refusal && form.setErrors(error.places),
			},
		),
	);
	return (
		<form onSubmit={submit} noValidate aria-label={jobWords.theJob}>
			<SimpleGrid cols={{ base: 1, sm: 2 }}>
				<TextInput label={jobWords.engine} maxLength={200} {...form.getInputProps("engine")} />
				<TextInput label={jobWords.customer} maxLength={200} {...form.getInputProps("customer")} />
				<TextInput label={jobWords.promised} type="date" {...form.getInputProps("promised_on")} />
				<Select label={jobWords.duty} allowDeselect={false} data={choicesOf("duty")} {...form.getInputProps("duty")} />
			</SimpleGrid>
			<Failed error={Object.keys(form.errors).length === 0 ? set.error : null} mt="sm" />
			<PastDay on={form.values.promised_on} />
			<CameBack came={kept.came} back={kept.back} />
			<Group mt="sm">
				<Button type="submit" variant="default" disabled={!form.isDirty()} loading={set.isPending}>
					{jobWords.save}
				</Button>
				<Title order={6} className={look.soft} fw={400}>
					{form.isDirty() ? jobWords.notSaved : jobWords.saved}
				</Title>
			</Group>
		</form>
	);
}
