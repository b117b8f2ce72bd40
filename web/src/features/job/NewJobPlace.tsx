import { Alert, Button, Group, Stack, Title } from "@mantine/core";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { cardsQuery } from "../../api/cards";
import { useCreateJob } from "../../api/changes";
import { Refusal } from "../../api/client";
import { jobQuery, shopQuery } from "../../api/queries";
import look from "../../look/look.module.css";
import { Bar } from "../../ui/Bar";
import { LayoutFields, layoutBody, layoutErrors, layoutForm } from "../../ui/LayoutFields";
import { Load } from "../../ui/Load";
import { CameBack, useKeptForm } from "../../ui/use-kept";
import { jobWords } from "../../words/job";
import { placeWords } from "../../words/places";
import { FromField, HeadFields, type NewJobForm, PlanFields } from "./NewJobFields";

/** A new job: from a card, from an engine that was here before, or from what came in. */
export function NewJobPlace() {
	const shop = useQuery(shopQuery);
	return (
		<>
			<Bar trail={[{ text: placeWords.shop, to: "/" }, { text: jobWords.newJob }]} />
			<Load query={shop}>{({ unit }) => <NewJob unit={unit || "in"} />}</Load>
		</>
	);
}

function NewJob({ unit }: { unit: "in" | "mm" }) {
	const go = useNavigate();
	const [asked] = useSearchParams();
	const create = useCreateJob();
	const kept = useKeptForm<NewJobForm>(
		"new-job",
		() => ({
			...layoutForm(undefined, unit),
			engine: "",
			customer: "",
			promised_on: "",
			duty: "standard",
			from: "",
			journal_plan: "3x3",
			turn_plan: "turn",
			quick: false,
		}),
		{
			validate: (v) => ({
				...layoutErrors(v),
				...(v.engine.trim() === "" ? { engine: jobWords.whichEngineIsItAShort } : {}),
			}),
		},
	);
	const { form } = kept;
	const { failed, choose } = useStartFrom(form);
	const card = asked.get("card");
	const back = asked.get("back");
	const wanted = card ? `card ${card}` : back ? `back ${back}` : "";
	const latest = useRef(choose);
	useEffect(() => {
		latest.current = choose;
	});
	useEffect(() => {
		if (wanted) void latest.current(wanted);
	}, [wanted]);
	const submit = form.onSubmit((v) => {
		const [what, id = ""] = v.from.split(" ");
		create.mutate(
			{
				engine: v.engine.trim(),
				customer: v.customer.trim(),
				promised_on: v.promised_on,
				duty: v.duty,
				...layoutBody(v),
				...(what === "card" ? { card: id } : {}),
				...(what === "back" ? { back_of: Number(id) } : {}),
				...(what === "job" ? { copy_from: Number(id) } : {}),
				journal_plan: v.journal_plan,
				turn_plan: v.turn_plan,
				quick: v.quick,
			},
			{
				onSuccess: (view) => {
					kept.drop();
					void go(view.said.length > 0 || v.from ? `/jobs/${view.job.id}` : `/jobs/${view.job.id}/limits`);
				},
				onError: (error) => {
					if (error instanceof Refusal) form.setErrors(error.places);
				},
			},
		);
	});
	return (
		<main className={`${look.page} ${look.narrow}`}>
			<form onSubmit={submit} noValidate>
				<Stack gap="md">
					<Title order={1}>{jobWords.newJob}</Title>
					<CameBack came={kept.came} back={kept.back} />
					{(create.error && Object.keys(form.errors).length === 0) || failed ? (
						<Alert color="red" title={jobWords.theJobWasNotStarted}>
							{(create.error ?? failed)?.message}
						</Alert>
					) : null}
					<FromField value={form.values.from} onChoose={(from) => void choose(from)} />
					<HeadFields form={form} />
					<LayoutFields values={form.values} errors={form.errors} onChange={form.setValues} />
					{form.values.came.includes("crankshaft") ? <PlanFields form={form} /> : null}
					<Group>
						<Button type="submit" size="md" loading={create.isPending}>
							{jobWords.startTheJob}
						</Button>
					</Group>
				</Stack>
			</form>
		</main>
	);
}

/** Fills the form with what a card or an earlier job brings along. */
function useStartFrom(form: ReturnType<typeof useKeptForm<NewJobForm>>["form"]) {
	const queries = useQueryClient();
	const [failed, setFailed] = useState<Error>();
	const choose = async (from: string) => {
		setFailed(undefined);
		const [what, id = ""] = from.split(" ");
		try {
			if (what === "card") {
				const { cards } = await queries.fetchQuery(cardsQuery);
				const card = cards.find((c) => c.id === id);
				if (card) form.setValues({ from, engine: card.engine, ...layoutForm({ ...card.layout, came: card.came }, card.unit) });
			} else if (what === "back" || what === "job") {
				const { job } = await queries.fetchQuery(jobQuery(Number(id)));
				form.setValues({
					from,
					...layoutForm(job, job.unit),
					...(what === "back" ? { engine: job.engine, customer: job.customer } : {}),
				});
			} else form.setValues({ from: "" });
		} catch (error) {
			setFailed(error as Error);
		}
	};
	return { failed, choose };
}
