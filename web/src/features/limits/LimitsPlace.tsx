import { Button, Group, Stack, Title } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useParams } from "react-router";
import { cardTakenQuery } from "../../api/cards";
import { useSetJudgement } from "../../api/changes";
import type { JobView, LimitSet, Policy } from "../../api/client";
import { jobQuery } from "../../api/queries";
import look from "../../look/look.module.css";
import { Bar } from "../../ui/Bar";
import { Load } from "../../ui/Load";
import { Onward } from "../../ui/Onward";
import { CameBack, useKeptForm } from "../../ui/use-kept";
import { Warned } from "../../ui/Warned";
import { limitsWords } from "../../words/limits";
import { placeWords } from "../../words/places";
import { Cards } from "./Cards";
import { Changes } from "./Changes";
import { fromTyped, kindsOf } from "./card";
import { type Judging, judging, LimitsEditor } from "./LimitsEditor";
import css from "./limits.module.css";
import { Mistyped } from "./Mistyped";
import { stoodAtFields } from "./refused";
import { useMistyped } from "./use-mistyped";

/** The limits and the policy of one job, typed in, pasted, or copied from a card or another job. */
export function LimitsPlace() {
	const id = Number(useParams().id);
	return <Load query={useQuery(jobQuery(id))}>{(view) => <LimitsForm view={view} />}</Load>;
}

interface Form extends Judging {
	/** The version of a card that they were loaded from. */
	card: string;
}

function LimitsForm({ view }: { view: JobView }) {
	const { job } = view;
	const save = useSetJudgement(job.id);
	const queries = useQueryClient();
	const kept = useKeptForm<Form>(`limits.${job.id}`, () => ({ ...judging(job.limits, job.policy, job.unit), card: "" }), {
		validate: (v) => fromTyped(v.typed, v.stored, job.unit).errors,
	});
	const { form } = kept;
	const { stored, typed, policy } = form.values;
	const mistyped = useMistyped(form, job.unit, (values, sure) => send(values, sure));
	const copy = (limits: LimitSet, from: Policy, card = "") => {
		form.setValues({ ...judging(limits, from, job.unit), card });
		form.clearErrors();
		mistyped.settle();
	};
	const now = fromTyped(typed, stored, job.unit);
	const send = (values: Form, sure: boolean) =>
		save.mutate(
			{
				version: job.version,
				limits: fromTyped(values.typed, values.stored, job.unit).limits,
				policy: values.policy,
				sure,
				...(values.card ? { card: values.card } : {}),
			},
			{
				onSuccess: () => {
					kept.drop();
					mistyped.settle();
					if (values.card) void queries.invalidateQueries({ queryKey: cardTakenQuery(job.id).queryKey });
					notifications.show({
						message: limitsWords.theLimitsAreSavedEveryVerdict,
						closeButtonProps: { "aria-label": "Close" },
					});
				},
				onError: mistyped.refused,
			},
		);
	return (
		<>
			<Bar
				trail={[{ text: placeWords.shop, to: "/" }, { text: job.engine, to: `/jobs/${job.id}` }, { text: placeWords.limits }]}
			/>
			<main className={look.page}>
				<form onSubmit={mistyped.submit()}>
					<Stack gap="md">
						<div>
							<Title order={1}>{limitsWords.limitsOfThisJob}</Title>
							<div className={look.soft}>{limitsWords.inAnEmptyFieldIsA(job.unit)}</div>
						</div>
						<CameBack came={kept.came} back={kept.back} />
						<Cards view={view} limits={now.limits} onTake={copy} />
						<LimitsEditor
							kinds={kindsOf(view.features.map((f) => f.kind))}
							unit={job.unit}
							values={form.values}
							errors={form.errors}
							onChange={(values) => {
								form.setValues(values);
								mistyped.settle();
							}}
							onTouched={(names) => names.forEach(form.clearFieldError)}
						/>
						{Object.keys(now.errors).length === 0 ? <Changes view={view} limits={now.limits} policy={policy} /> : null}
						{save.error && !stoodAtFields(save.error) ? <Warned>{save.error.message}</Warned> : null}
						{Object.keys(mistyped.asked).length > 0 ? (
							<Mistyped errors={form.errors} onMean={mistyped.mean} onSure={mistyped.submit(true)} />
						) : null}
						<Group className={css.save}>
							<Button type="submit" size="md" loading={save.isPending}>
								{limitsWords.saveTheLimits}
							</Button>
							{form.isDirty() ? null : <Onward view={view} light />}
						</Group>
					</Stack>
				</form>
			</main>
		</>
	);
}
