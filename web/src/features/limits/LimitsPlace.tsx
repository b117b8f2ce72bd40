import { Button, Group, SegmentedControl, SimpleGrid, Stack, Title } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useParams } from "react-router";
import { useSetJudgement } from "../../api/changes";
import { type JobView, type LimitSet, type Policy, Refusal } from "../../api/client";
import { jobQuery } from "../../api/queries";
import look from "../../look/look.module.css";
import { plain, type System } from "../../quantity/length";
import { Bar } from "../../ui/Bar";
import { Load } from "../../ui/Load";
import { CameBack, useKeptForm } from "../../ui/use-kept";
import { Warned } from "../../ui/Warned";
import { limitsWords } from "../../words/limits";
import { placeWords } from "../../words/places";
import { Cards } from "./Cards";
import { Changes } from "./Changes";
import { allFields, fromTyped, kindsOf, type Typed, toTyped } from "./card";
import { KindCard } from "./KindCard";
import { Mistyped } from "./Mistyped";
import { PolicyFields } from "./PolicyFields";

/** The limits and the policy of one job, typed in or copied from another. */
export function LimitsPlace() {
	const id = Number(useParams().id);
	return <Load query={useQuery(jobQuery(id))}>{(view) => <LimitsForm view={view} />}</Load>;
}

type Block = "book" | "close";

function LimitsForm({ view }: { view: JobView }) {
	const { job } = view;
	const save = useSetJudgement(job.id);
	const [block, setBlock] = useState<Block>("book");
	const kept = useKeptForm<Form>(
		`limits.${job.id}`,
		() => ({ stored: job.limits, typed: toTyped(job.limits, job.unit), policy: job.policy }),
		{ validate: (v) => fromTyped(v.typed, v.stored, job.unit).errors },
	);
	const { form } = kept;
	const { stored, typed, policy } = form.values;
	/** What looks mistyped, with what was likely meant, by field. */
	const [asked, setAsked] = useState<Record<string, string>>({});
	const change = (texts: Typed) => {
		form.setFieldValue("typed", (before: Typed) => ({ ...before, ...texts }));
		setAsked({});
	};
	const copy = (limits: LimitSet, from: Policy) => {
		form.setValues({ stored: limits, typed: toTyped(limits, job.unit), policy: from });
		form.clearErrors();
		setAsked({});
	};
	/** Takes what was likely meant. */
	const mean = () => {
		change(asked);
		form.clearErrors();
	};
	const now = fromTyped(typed, stored, job.unit);
	const submit = (sure = false) =>
		form.onSubmit((v) =>
			save.mutate(
				{ version: job.version, limits: fromTyped(v.typed, v.stored, job.unit).limits, policy: v.policy, sure },
				{
					onSuccess: () => {
						kept.drop();
						setAsked({});
						notifications.show({
							message: limitsWords.theLimitsAreSavedEveryVerdict,
							closeButtonProps: { "aria-label": "Close" },
						});
					},
					onError: (error) => {
						if (!(error instanceof Refusal)) return;
						form.setErrors(fieldErrors(error.places));
						setAsked(likelyTexts(error, job.unit));
					},
				},
			),
		);
	return (
		<>
			<Bar
				trail={[{ text: placeWords.shop, to: "/" }, { text: job.engine, to: `/jobs/${job.id}` }, { text: placeWords.limits }]}
			/>
			<main className={look.page}>
				<form onSubmit={submit()}>
					<Stack gap="lg">
						<div>
							<div>
								<Title order={1}>{limitsWords.limitsOfThisJob}</Title>
								<div className={look.soft}>{limitsWords.inAnEmptyFieldIsA(job.unit)}</div>
							</div>
						</div>
						<CameBack came={kept.came} back={kept.back} />
						<Cards view={view} limits={now.limits} onTake={copy} />
						<Group>
							<SegmentedControl
								aria-label={limitsWords.whichSetOfLimits}
								value={block}
								onChange={(v) => setBlock(v as Block)}
								data={[
									{ value: "book", label: "Book" },
									{ value: "close", label: limitsWords.tightStricterBlankFallsBackTo },
								]}
							/>
						</Group>
						<SimpleGrid cols={{ base: 1, sm: 2 }} spacing="xl">
							{kindsOf(view.features.map((f) => f.kind)).map((kind) => (
								<KindCard
									key={`${block} ${kind}`}
									at={`${block}.${kind}`}
									kind={kind}
									typed={typed}
									errors={form.errors}
									onType={(name, text) => {
										change({ [name]: text });
										form.clearFieldError(name);
									}}
								/>
							))}
						</SimpleGrid>
						<PolicyFields policy={policy} unit={job.unit} onChange={(to) => form.setFieldValue("policy", to)} />
						{Object.keys(now.errors).length === 0 ? <Changes view={view} limits={now.limits} policy={policy} /> : null}
						{save.error && !stoodAtFields(save.error) ? <Warned>{save.error.message}</Warned> : null}
						{Object.keys(form.errors).some((name) => !name.startsWith(block)) ? (
							<Warned>{limitsWords.theOtherSetOfLimitsHas}</Warned>
						) : null}
						{Object.keys(asked).length > 0 ? <Mistyped errors={form.errors} onMean={mean} onSure={submit(true)} /> : null}
						<Group>
							<Button type="submit" size="md" loading={save.isPending}>
								{limitsWords.saveTheLimits}
							</Button>
						</Group>
					</Stack>
				</form>
			</main>
		</>
	);
}

/** What is typed and not saved. */
interface Form {
	/** The limits that the texts were made from. */
	stored: LimitSet;
	typed: Typed;
	policy: Policy;
}

/** Whether a refusal was told beside its fields; it goes when they change. */
const stoodAtFields = (error: Error) => error instanceof Refusal && Object.keys(error.places).length > 0;

/** What the server thinks was meant, as the texts of its fields. */
function likelyTexts(refusal: Refusal, unit: System): Record<string, string> {
	const texts: Record<string, string> = {};
	for (const [place, mark] of Object.entries(refusal.marks)) {
		const likely = (mark as { likely?: number[] } | undefined)?.likely;
		if (!likely) continue;
		const name = place.replace(/^limits\./, "");
		if (allFields().some((f) => f.many && name.endsWith(`.${f.place}`)))
			texts[name] = likely.map((l) => plain(l, unit)).join(" ");
		else if (likely.length === 2) {
			texts[`${name}.min`] = plain(likely[0] ?? 0, unit);
			texts[`${name}.max`] = plain(likely[1] ?? 0, unit);
		} else texts[name] = plain(likely[0] ?? 0, unit);
	}
	return texts;
}

/** Places of a problem document such as `limits.book.main_journal.new` as names of fields. */
function fieldErrors(places: Record<string, string>): Record<string, string> {
	const out: Record<string, string> = {};
	for (const [place, sentence] of Object.entries(places)) {
		const name = place.replace(/^limits\./, "");
		const exact = allFields().some((f) => name.endsWith(`.${f.place}`));
		out[exact ? name : `${name}.min`] = sentence;
	}
	return out;
}
