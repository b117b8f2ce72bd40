import { Alert, Button, Group, Stack, Table, TextInput, Title } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate, useParams, useSearchParams } from "react-router";
import { cardQuery, type EngineCard, useSaveCard, useWithdrawCard } from "../../api/cards";
import type { JobView } from "../../api/client";
import { newId } from "../../api/id";
import { jobQuery, policyQuery, shopQuery } from "../../api/queries";
import { wordOf } from "../../api/table";
import look from "../../look/look.module.css";
import type { System } from "../../quantity/length";
import { Bar } from "../../ui/Bar";
import { Failed } from "../../ui/Failed";
import { LayoutFields, type LayoutForm, layoutBody, layoutForm } from "../../ui/LayoutFields";
import { Load } from "../../ui/Load";
import { CameBack, useKeptForm } from "../../ui/use-kept";
import { assemblyWords, cardName, stepsText } from "../../words/assembly";
import { date } from "../../words/intl";
import { layoutWords } from "../../words/layout";
import { limitsWords } from "../../words/limits";
import { placeWords } from "../../words/places";
import { Compare } from "./Cards";
import { fromTyped, kindsFor, kindsOf, limitedKinds } from "./card";
import { differences } from "./compare";
import { type Judging, judging, LimitsEditor } from "./LimitsEditor";
import css from "./limits.module.css";
import { Mistyped } from "./Mistyped";
import { stoodAtFields } from "./refused";
import { useMistyped } from "./use-mistyped";

interface Form extends Judging, LayoutForm {
	engine: string;
	book: string;
	note: string;
}

/** A new card, empty or made of a job. */
export function NewCardPlace() {
	const job = Number(useSearchParams()[0].get("job"));
	const from = useQuery({ ...jobQuery(job), enabled: job > 0 });
	const shop = useQuery(shopQuery);
	const unit: System = shop.data?.unit || "in";
	const policy = useQuery({ ...policyQuery(unit), enabled: shop.data !== undefined });
	if (job > 0)
		return (
			<Load query={from}>{(view) => <CardForm start={ofJob(view)} name={`card.job.${job}`} versions={[]} job={job} />}</Load>
		);
	return (
		<Load query={policy}>
			{(shops) => (
				<CardForm
					name="card.new"
					versions={[]}
					start={{
						...judging({ book: {}, close: {} }, shops, unit),
						...layoutForm(undefined, unit),
						engine: "",
						book: "",
						note: "",
					}}
				/>
			)}
		</Load>
	);
}

const ofJob = ({ job }: JobView): Form => ({
	...judging(job.limits, job.policy, job.unit),
	...layoutForm(job, job.unit),
	engine: job.engine,
	book: "",
	note: "",
});

const ofCard = (card: EngineCard): Form => ({
	...judging(card.limits, card.policy, card.unit),
	...layoutForm({ ...card.layout, came: card.came }, card.unit),
	engine: card.engine,
	book: card.book,
	note: "",
});

/** A card as it stands, to be changed as its next version. */
export function CardPlace() {
	const { card = "" } = useParams();
	return (
		<Load query={useQuery(cardQuery(card))}>
			{(versions) => {
				const [newest] = versions;
				return newest ? <CardForm key={newest.id} name={`card.${card}`} versions={versions} start={ofCard(newest)} /> : null;
			}}
		</Load>
	);
}

interface CardFormProps {
	name: string;
	versions: EngineCard[];
	start: Form;
	/** The job that it is made of: its torque cards come along. */
	job?: number;
}

function CardForm({ name, versions, start, job }: CardFormProps) {
	const go = useNavigate();
	const [newest] = versions;
	const save = useSaveCard(newest?.card);
	const kept = useKeptForm<Form>(name, () => start, {
		lasting: true,
		validate: (v) => ({
			...fromTyped(v.typed, v.stored, v.unit).errors,
			...(v.engine.trim() === "" ? { engine: limitsWords.whichEngine } : {}),
		}),
	});
	const { form } = kept;
	const v = form.values;
	const mistyped = useMistyped(form, v.unit, (values, sure) => send(values, sure));
	const [id] = useState(newId);
	const send = (values: Form, sure: boolean) =>
		save.mutate(
			{
				id,
				engine: values.engine.trim(),
				book: values.book.trim(),
				note: values.note.trim(),
				...layoutBody(values),
				judgement: { limits: fromTyped(values.typed, values.stored, values.unit).limits, policy: values.policy },
				after: newest?.version ?? 0,
				of_job: job,
				sure,
			},
			{
				onSuccess: ([saved]) => {
					kept.drop();
					mistyped.settle();
					notifications.show({
						message: limitsWords.theCardIsSaved(saved?.version ?? 1),
						closeButtonProps: { "aria-label": "Close" },
					});
					if (saved) void go(`/cards/${saved.card}`, { replace: true });
				},
				onError: mistyped.refused,
			},
		);
	const kinds = [
		...new Set([...kindsFor(v.came), ...kindsOf(limitedKinds().filter((kind) => v.stored.book[kind] || v.stored.close[kind]))]),
	];
	return (
		<>
			<Bar
				trail={[
					{ text: placeWords.shop, to: "/" },
					{ text: placeWords.cards, to: "/cards" },
					{ text: newest ? newest.engine : limitsWords.newCard },
				]}
			/>
			<main className={look.page}>
				<form onSubmit={mistyped.submit()} noValidate>
					<Stack gap="md">
						<Title order={1}>{newest ? limitsWords.version(newest.engine, newest.version) : limitsWords.newCard}</Title>
						<CameBack came={kept.came} back={kept.back} />
						<Group align="flex-start">
							<TextInput
								label={limitsWords.engine}
								required
								autoFocus={!newest}
								w={320}
								maxLength={200}
								{...form.getInputProps("engine")}
							/>
							<TextInput
								label={limitsWords.book}
								placeholder={limitsWords.bookExample}
								w={320}
								maxLength={200}
								{...form.getInputProps("book")}
							/>
						</Group>
						<LayoutFields of={layoutWords.whatItCovers} values={v} errors={form.errors} onChange={form.setValues} />
						<LimitsEditor
							kinds={kindsOf(kinds)}
							unit={v.unit}
							values={v}
							errors={form.errors}
							onChange={(values) => {
								form.setValues(values);
								mistyped.settle();
							}}
							onTouched={(names) => names.forEach(form.clearFieldError)}
						/>
						{newest ? (
							<TextInput
								label={limitsWords.whatIsNew}
								placeholder={limitsWords.whatIsNewExample}
								maxLength={400}
								{...form.getInputProps("note")}
							/>
						) : null}
						{save.error && !stoodAtFields(save.error) ? <Failed error={save.error} /> : null}
						{Object.keys(mistyped.asked).length > 0 ? (
							<Mistyped errors={form.errors} onMean={mistyped.mean} onSure={mistyped.submit(true)} />
						) : null}
						<Group className={css.save}>
							<Button type="submit" size="md" loading={save.isPending}>
								{newest ? limitsWords.saveVersion(newest.version + 1) : limitsWords.saveTheCard}
							</Button>
							{newest ? <Withdraw card={newest} /> : null}
						</Group>
						{newest?.plan ? <TorqueCards plan={newest.plan} /> : null}
						<Versions versions={versions} />
					</Stack>
				</form>
			</main>
		</>
	);
}

/** How the engine is tightened and put together; a job that takes the card changes it, and saves it here. */
function TorqueCards({ plan }: { plan: NonNullable<EngineCard["plan"]> }) {
	return (
		<section aria-label={assemblyWords.torqueCards}>
			<Title order={2} size="h4">
				{assemblyWords.torqueCards}
			</Title>
			<Table>
				<Table.Tbody>
					{plan.cards.map((c) => (
						<Table.Tr key={c.key}>
							<Table.Th scope="row">{cardName(c)}</Table.Th>
							<Table.Td>{`${stepsText(c.steps)} ${wordOf("torque", c.unit)}`}</Table.Td>
							<Table.Td>{[c.lubricant, c.where].filter(Boolean).join(", ")}</Table.Td>
							<Table.Td className={look.soft}>{c.source}</Table.Td>
						</Table.Tr>
					))}
				</Table.Tbody>
			</Table>
			<div className={look.soft}>{assemblyWords.cardsStandWithEngine}</div>
		</section>
	);
}

function Withdraw({ card }: { card: EngineCard }) {
	const withdraw = useWithdrawCard(card.card);
	return (
		<>
			<Button
				variant="subtle"
				loading={withdraw.isPending}
				onClick={() => withdraw.mutate({ id: newId(), withdrawn: !card.withdrawn })}
			>
				{card.withdrawn ? limitsWords.offerItAgain : limitsWords.offerItNoMore}
			</Button>
			<Failed error={withdraw.error} />
		</>
	);
}

/** Every version there was, and what each changed. */
function Versions({ versions }: { versions: EngineCard[] }) {
	const [open, setOpen] = useState<number>();
	const [newest] = versions;
	if (!newest) return null;
	const one = versions.find((c) => c.version === open);
	const before = versions.find((c) => c.version === (open ?? 0) - 1);
	return (
		<section aria-label={limitsWords.versions}>
			<Title order={2} size="h4">
				{limitsWords.versions}
			</Title>
			<Table>
				<Table.Tbody>
					{versions.map((c) => (
						<Table.Tr key={c.id}>
							<Table.Td>{limitsWords.versionBy(c.version, c.set_by, date(c.set_at))}</Table.Td>
							<Table.Td className={look.soft}>{c.note}</Table.Td>
							<Table.Td>
								{c.version > 1 ? (
									<Button size="compact-sm" variant="subtle" onClick={() => setOpen(c.version === open ? undefined : c.version)}>
										{limitsWords.whatChanged}
									</Button>
								) : null}
							</Table.Td>
						</Table.Tr>
					))}
				</Table.Tbody>
			</Table>
			{one && before ? (
				<Compare
					here={limitsWords.versionNumber(before.version)}
					there={limitsWords.versionNumber(one.version)}
					rows={differences(before.limits, one.limits, one.unit)}
				/>
			) : null}
			{newest.withdrawn ? <Alert color="orange">{limitsWords.isWithdrawn}</Alert> : null}
		</section>
	);
}
