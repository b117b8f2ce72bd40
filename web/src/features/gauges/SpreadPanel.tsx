import { Button, Group, Select, Textarea, TextInput, Title } from "@mantine/core";
import { type FormEvent, useState } from "react";
import { type Instrument, useInstrument } from "../../api/gauges";
import { useIds } from "../../api/id";
import look from "../../look/look.module.css";
import { type Length, show, showSigned } from "../../quantity/length";
import { Failed } from "../../ui/Failed";
import { usePerson } from "../../ui/person";
import { gaugesWords as words } from "../../words/gauges";
import { Preview } from "./Doubts";
import { readingOf, unlikely, wild } from "./entry";
import css from "./gauges.module.css";

/** How one hand repeats with an instrument on a standard. */
export function SpreadPanel({ instrument: i }: { instrument: Instrument }) {
	const { unit, standards } = i.facts;
	const person = usePerson();
	const save = useInstrument(i.id);
	const ids = useIds();
	const [hand, setHand] = useState(person.name);
	const [standard, setStandard] = useState(standards?.[0]?.name ?? "");
	const [typed, setTyped] = useState("");
	const [until, setUntil] = useState("");
	const [wrong, setWrong] = useState("");
	const sizes: Length[] = [];
	const read = typed
		.split(/\s+/)
		.filter(Boolean)
		.map((t) => {
			const m = readingOf(t, i.facts, sizes);
			if (m.kind === "size") sizes.push(m.length);
			return m;
		});
	const sound = read.length > 1 && sizes.length === read.length;
	const deed = { what: "spread" as const, hand, standard, until, readings: sizes };
	/** What was asked about; saving it again says yes. */
	const [asked, setAsked] = useState("");
	const submit = (e: FormEvent) => {
		e.preventDefault();
		const bad = read.find((m) => m.kind === "more" || m.kind === "wrong");
		if (!sound) return setWrong(bad && "sentence" in bad ? bad.sentence : words.wrongNumber);
		const odd = sizes.map((size, n) => unlikely(size, i.facts, sizes.slice(0, n))).find(Boolean);
		const apart = wild(i.facts, [sizes]);
		const question = odd ?? (apart ? words.wild(apart) : undefined);
		if (question && asked !== typed) {
			setAsked(typed);
			return setWrong(question);
		}
		setWrong("");
		save.mutate(
			{ id: ids.of(deed), ...deed },
			{
				onSuccess: () => {
					ids.done();
					setTyped("");
				},
			},
		);
	};
	return (
		<section className={look.panel} aria-label={words.ownSpread}>
			<Title order={2} size="h4">
				{words.ownSpread}
			</Title>
			<ul className={look.asks}>
				{i.repeats.map((r) => (
					<li key={r.hand}>{words.spreadOf(r.hand, show(r.spread, unit), r.count, showSigned(r.off, unit))}</li>
				))}
			</ul>
			<form onSubmit={submit}>
				<div className={css.fields}>
					<TextInput label={words.hand} value={hand} onChange={(e) => setHand(e.currentTarget.value)} />
					{standards && standards.length > 0 ? (
						<Select
							label={words.standard}
							allowDeselect={false}
							data={standards.map((s) => s.name)}
							value={standard}
							onChange={(s) => setStandard(s ?? "")}
						/>
					) : null}
					<TextInput label={words.holdsUntil} type="date" value={until} onChange={(e) => setUntil(e.currentTarget.value)} />
				</div>
				<Textarea
					mt="sm"
					label={`${words.readings}, ${unit}`}
					description={words.ownSpreadHelp}
					value={typed}
					error={wrong || undefined}
					onChange={(e) => setTyped(e.currentTarget.value)}
				/>
				<Preview instrument={i.id} deed={sound && hand.trim() !== "" ? deed : undefined} />
				<Group mt="sm">
					<Button type="submit" variant="default" loading={save.isPending}>
						{words.takeSpread}
					</Button>
				</Group>
				<Failed error={save.error} mt="xs" />
			</form>
		</section>
	);
}
