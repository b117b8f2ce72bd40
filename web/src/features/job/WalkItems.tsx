import { Alert, Button, Chip, Group, Table, TextInput, Title } from "@mantine/core";
import { useEffect, useRef, useState } from "react";
import { useAnswer } from "../../api/changes";
import { type AnswerBody, type JobView, Refusal, type WalkItem } from "../../api/client";
import { newId } from "../../api/id";
import { answerOf } from "../../api/view";
import { ShellRow } from "../../drawing/ShellRow";
import look from "../../look/look.module.css";
import { plain } from "../../quantity/length";
import { jobWords } from "../../words/job";
import css from "./job.module.css";

type Give = (answers: Omit<AnswerBody, "id">[]) => void;

/** What is asked at a step of the walk; every answer is kept as soon as it is given. */
export function WalkItems({ view, items }: { view: JobView; items: WalkItem[] }) {
	const answer = useAnswer(view.job.id);
	const give: Give = (answers) => answer.mutate({ answers: answers.map((a) => ({ ...a, id: newId() })) });
	// A stamp that looks mistyped is asked about beside what was likely meant.
	const marks = answer.error instanceof Refusal ? Object.values(answer.error.marks) : [];
	const likely = (marks[0] as { likely?: number[] } | undefined)?.likely?.[0];
	const asked = answer.variables;
	const again = (value: string | undefined, sure: boolean) => {
		if (!asked) return;
		answer.mutate({
			sure,
			answers: asked.answers.map((a) => ({ ...a, id: newId(), value: value ?? a.value })),
		});
	};
	return (
		<div className={css.walkItems}>
			{answer.error && likely !== undefined ? (
				<Alert color="orange" variant="light">
					{answer.error.message}{" "}
					<Group gap="xs" mt={6}>
						<Button size="compact-md" onClick={() => again(plain(likely, view.job.unit), false)}>
							{jobWords.yes(plain(likely, view.job.unit))}
						</Button>
						<Button size="compact-md" variant="default" onClick={() => again(undefined, true)}>
							{jobWords.noItIsStampedSo}
						</Button>
					</Group>
				</Alert>
			) : answer.error ? (
				<Alert color="orange" variant="light">
					{answer.error.message}
				</Alert>
			) : null}
			{items.map((item) => (
				<section key={item.topic} aria-label={item.title} className={item.length ? css.stamp : undefined}>
					<Title order={2} size="h4">
						{item.title}
					</Title>
					{item.help ? <p className={`${look.soft} ${css.asked}`}>{item.help}</p> : null}
					<Asked view={view} item={item} give={give} />
				</section>
			))}
		</div>
	);
}

function Asked({ view, item, give }: { view: JobView; item: WalkItem; give: Give }) {
	if (item.length) return <LengthItem view={view} item={item} give={give} />;
	if (item.many) return <ManyItem view={view} item={item} give={give} />;
	if (item.places.length > 1) return <Matrix view={view} item={item} give={give} />;
	const place = item.places[0] ?? "";
	const now = answerOf(view, item.topic, place);
	return (
		<>
			<Group gap="xs" role="radiogroup" aria-label={item.title}>
				{item.choices.map((c) => (
					<Button
						key={c.value}
						role="radio"
						aria-checked={now?.value === c.value}
						variant={now?.value === c.value ? "filled" : "default"}
						onClick={() => give([{ topic: item.topic, place, value: c.value, note: now?.note ?? "" }])}
					>
						{c.word}
					</Button>
				))}
			</Group>
			<Note item={item} place={place} view={view} give={give} />
		</>
	);
}

/** A row for each place and a column for each answer; the arrow keys go along a row. */
function Matrix({ view, item, give }: { view: JobView; item: WalkItem; give: Give }) {
	const fine = item.choices[0];
	const open = item.places.filter((p) => !answerOf(view, item.topic, p));
	const shells = item.topic.endsWith("_shells");
	const wear = item.places.map((place) => {
		const value = answerOf(view, item.topic, place)?.value;
		return value === undefined ? undefined : Number(value);
	});
	return (
		<div className={look.scroll}>
			{shells ? <ShellRow wear={wear} labels={item.places} title={jobWords.frontToRear(item.title)} /> : null}
			<Table className={css.matrix}>
				<Table.Thead>
					<Table.Tr>
						<Table.Td />
						{item.choices.map((c) => (
							<Table.Th key={c.value} scope="col">
								{c.word}
							</Table.Th>
						))}
						<Table.Td />
					</Table.Tr>
				</Table.Thead>
				<Table.Tbody>
					{item.places.map((place) => {
						const now = answerOf(view, item.topic, place);
						return (
							<Table.Tr key={place}>
								<Table.Th scope="row">{place}</Table.Th>
								{item.choices.map((c) => (
									<Table.Td key={c.value}>
										<input
											type="radio"
											name={`${item.topic} ${place}`}
											aria-label={`${place}: ${c.word}`}
											checked={now?.value === c.value}
											onChange={() => give([{ topic: item.topic, place, value: c.value, note: now?.note ?? "" }])}
										/>
									</Table.Td>
								))}
								<Table.Td>
									<Note item={item} place={place} view={view} give={give} />
								</Table.Td>
							</Table.Tr>
						);
					})}
				</Table.Tbody>
			</Table>
			{fine && open.length > 0 ? (
				<Button
					size="compact-md"
					variant="default"
					mt={6}
					onClick={() => give(open.map((place) => ({ topic: item.topic, place, value: fine.value, note: "" })))}
				>
					{open.length === item.places.length ? "All" : jobWords.theOthers}: {fine.word.toLowerCase()}
				</Button>
			) : null}
		</div>
	);
}

function ManyItem({ view, item, give }: { view: JobView; item: WalkItem; give: Give }) {
	return (
		<Group gap="xs">
			{item.places.map((place) => (
				<Chip
					key={place}
					size="md"
					checked={answerOf(view, item.topic, place)?.value === "yes"}
					onChange={(checked) => give([{ topic: item.topic, place, value: checked ? "yes" : "", note: "" }])}
				>
					{place}
				</Chip>
			))}
		</Group>
	);
}

function LengthItem({ view, item, give }: { view: JobView; item: WalkItem; give: Give }) {
	const now = answerOf(view, item.topic);
	const [typed, setTyped] = useState(now?.value ?? "");
	// What was answered elsewhere, or taken as it was meant, shows here too.
	const [shown, setShown] = useState(now?.value);
	if (now?.value !== shown) {
		setShown(now?.value);
		setTyped(now?.value ?? "");
	}
	const wrong = typed.trim() !== "" && !/^[+-]?(\d+[.,]?\d*|[.,]\d+)$/.test(typed.trim());
	const save = () => {
		if (!wrong && typed.trim() !== (now?.value ?? ""))
			give([{ topic: item.topic, place: "", value: typed.trim().replace(",", "."), note: "" }]);
	};
	useOnLeave(save);
	return (
		<TextInput
			aria-label={item.title}
			maw={220}
			inputMode="decimal"
			placeholder={view.job.unit === "in" ? jobWords.n0010Or0 : jobWords.n025Or0}
			rightSection={<span className={look.soft}>{view.job.unit}</span>}
			classNames={{ input: look.figure }}
			value={typed}
			error={wrong ? jobWords.aSizeAsANumber0For : undefined}
			onChange={(e) => setTyped(e.currentTarget.value)}
			onBlur={save}
			onKeyDown={(e) => e.key === "Enter" && save()}
		/>
	);
}

/** Saves what is typed when the place is left without the field: by Back, or by a key. */
function useOnLeave(save: () => void) {
	const latest = useRef(save);
	useEffect(() => {
		latest.current = save;
	});
	useEffect(() => () => latest.current(), []);
}

/** A note beside an answer that asks for something. */
function Note({ view, item, place, give }: { view: JobView; item: WalkItem; place: string; give: Give }) {
	const now = answerOf(view, item.topic, place);
	const [typed, setTyped] = useState(now?.note ?? "");
	const chosen = item.choices.find((c) => c.value === now?.value);
	const save = () => now && typed !== now.note && give([{ topic: item.topic, place, value: now.value, note: typed }]);
	useOnLeave(save);
	if (!now || !chosen || chosen.gravity === "") return null;
	return (
		<TextInput
			aria-label={jobWords.noteOn(item.title.toLowerCase(), place)}
			placeholder={jobWords.note}
			size="xs"
			maw={260}
			value={typed}
			maxLength={400}
			onChange={(e) => setTyped(e.currentTarget.value)}
			onBlur={save}
		/>
	);
}
