import { Button, Group, Select, Table, TextInput, Title } from "@mantine/core";
import { type FormEvent, useState } from "react";
import { type Instrument, useInstrument } from "../../api/gauges";
import { useIds } from "../../api/id";
import { Plot } from "../../drawing/Plot";
import { StatusMark } from "../../drawing/status";
import look from "../../look/look.module.css";
import { parse, show, showSigned } from "../../quantity/length";
import { Failed } from "../../ui/Failed";
import { gaugesWords as words } from "../../words/gauges";
import { date } from "../../words/intl";

/** The zero of an instrument: checked, found, left; and how it drifts. */
export function ChecksPanel({ instrument: i }: { instrument: Instrument }) {
	const { unit } = i.facts;
	const allowed = i.facts.allowed || i.facts.division;
	return (
		<section className={look.panel} aria-label={words.checks}>
			<Title order={2} size="h4">
				{words.checks}
			</Title>
			<CheckForm instrument={i} />
			{i.checks.length === 0 ? (
				<p className={look.soft}>{words.noChecks}</p>
			) : (
				<>
					<Plot
						label={words.drift}
						joined
						show={(size) => showSigned(size, unit)}
						levels={[
							{ name: `+${show(allowed, unit)}`, size: allowed },
							{ name: `−${show(allowed, unit)}`, size: -allowed },
						]}
						lines={[{ name: "found", points: i.checks.map((c) => drifted(c.at ?? "", c.found ?? 0)) }]}
					/>
					<Table>
						<Table.Tbody>
							{[...i.checks].reverse().map((c) => (
								<Table.Tr key={c.id}>
									<Table.Td>{date(c.at ?? "")}</Table.Td>
									<Table.Td>{c.standard}</Table.Td>
									<Table.Td className={look.figure}>
										{showSigned(c.found ?? 0, unit)}
										{c.left ? ` ${words.leftAt(showSigned(c.left, unit))}` : ""}
									</Table.Td>
									<Table.Td>
										<StatusMark standing={c.failed ? "beyond" : "within"} word={false} /> {c.failed ? words.failed : words.good}
									</Table.Td>
									<Table.Td className={look.soft}>
										{c.by}
										{c.accepted ? ` · ${words.acceptedBy(c.accepted.by ?? "", c.accepted.reason ?? "")}` : ""}
									</Table.Td>
								</Table.Tr>
							))}
						</Table.Tbody>
					</Table>
				</>
			)}
		</section>
	);
}

const drifted = (at: string, size: number) => ({ at: date(at), size, moment: Date.parse(at) });

/** More divisions than this off no zero is that was in use. Common practice. */
const MOST_OFF = 20;

function CheckForm({ instrument: i }: { instrument: Instrument }) {
	const { unit, standards } = i.facts;
	const save = useInstrument(i.id);
	const ids = useIds();
	const [standard, setStandard] = useState(standards?.[0]?.name ?? "");
	const [found, setFound] = useState("");
	const [left, setLeft] = useState("");
	const [wrong, setWrong] = useState("");
	/** What was asked about; the same again says yes. */
	const [asked, setAsked] = useState("");
	const submit = (e: FormEvent) => {
		e.preventDefault();
		const read = parse(found, unit);
		if (!read.ok) return setWrong(read.sentence);
		const after = left.trim() === "" ? { ok: true as const, length: 0 } : parse(left, unit);
		if (!after.ok) return setWrong(after.sentence);
		// A zero is off by a few divisions; a size is what somebody read off the standard, or with its point forgotten.
		const off = Math.max(Math.abs(read.length), Math.abs(after.length));
		if (off > MOST_OFF * i.facts.division && asked !== found + left) {
			setAsked(found + left);
			return setWrong(words.farOff(`${show(off, unit)} ${unit}`));
		}
		setWrong("");
		const deed = { what: "zeroed" as const, standard, found: read.length, left: after.length };
		save.mutate(
			{ id: ids.of([deed, i.checks.length]), ...deed },
			{
				onSuccess: () => {
					ids.done();
					setFound("");
					setLeft("");
				},
			},
		);
	};
	return (
		<form onSubmit={submit}>
			<Group align="flex-end" my="sm">
				{standards && standards.length > 0 ? (
					<Select
						label={words.standard}
						allowDeselect={false}
						data={standards.map((s) => s.name)}
						value={standard}
						onChange={(s) => setStandard(s ?? "")}
					/>
				) : null}
				<TextInput
					label={`${words.found}, ${unit}`}
					description={words.foundHelp}
					inputMode="decimal"
					value={found}
					error={wrong || undefined}
					onChange={(e) => setFound(e.currentTarget.value)}
				/>
				<TextInput
					label={`${words.left}, ${unit}`}
					placeholder="0"
					inputMode="decimal"
					value={left}
					onChange={(e) => setLeft(e.currentTarget.value)}
				/>
				<Button type="submit" loading={save.isPending}>
					{words.takeCheck}
				</Button>
			</Group>
			<Failed error={save.error} />
		</form>
	);
}
