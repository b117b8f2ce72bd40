import { Button, Group, Table, TextInput, Title } from "@mantine/core";
import { type FormEvent, useState } from "react";
import { useNavigate, useParams } from "react-router";
import type { PolishView } from "../../api/client";
import { lasting, read } from "../../api/storage";
import { titleOf } from "../../api/table";
import { Passes } from "../../drawing/Passes";
import { StatusMark } from "../../drawing/status";
import look from "../../look/look.module.css";
import { meaning } from "../../quantity/digits";
import { resolution, show } from "../../quantity/length";
import { assemblyWords as words } from "../../words/assembly";
import css from "./assembly.module.css";
import { Frame, type Shown } from "./Frame";

/** Journals brought to size pass by pass. */
export function PolishPlace() {
	return <Frame name={words.polishing}>{(shown) => <Polishing {...shown} />}</Frame>;
}

const nameOf = (p: PolishView) => `${p.kind}.${p.number}`;
const ENDED = ["stop", "dip", "below"];

function Polishing(shown: Shown) {
	const { job, view } = shown;
	const { part } = useParams();
	const go = useNavigate();
	const journals = view.polish;
	const here = journals.find((p) => nameOf(p) === part) ?? journals.find((p) => !ENDED.includes(p.says)) ?? journals[0];
	return (
		<>
			<Title order={1}>{words.polishing}</Title>
			<p className={`${look.soft} ${look.flush}`}>{words.noCloth}</p>
			{here ? (
				<>
					<nav className={css.runs} aria-label={words.polishing}>
						{journals.map((p) => (
							<button
								key={nameOf(p)}
								type="button"
								className={css.run}
								aria-current={p === here ? "page" : undefined}
								onClick={() => void go(`/jobs/${job.job.id}/polish/${nameOf(p)}`)}
							>
								<StatusMark
									standing={p.says === "stop" ? "within" : p.says === "dip" || p.says === "below" ? "beyond" : "open"}
									word={false}
								/>
								{p.title}
							</button>
						))}
					</nav>
					<Journal key={nameOf(here)} shown={shown} journal={here} />
				</>
			) : (
				<p>{words.nothingToPolish}</p>
			)}
		</>
	);
}

function Journal({ shown, journal: p }: { shown: Shown; journal: PolishView }) {
	const unit = shown.job.job.unit;
	const last = p.passes.at(-1)?.sizes ?? p.before;
	const lines = [
		{ name: words.before, sizes: p.before },
		...p.passes.map((one, n) => ({ name: words.pass(n + 1), sizes: one.sizes ?? [] })),
	].filter((l) => l.sizes.length > 0);
	const says =
		p.says === "passed"
			? words.alreadyUnder(show(p.off ?? 0, unit))
			: p.says === "go_on" || p.says === "begin"
				? words.toGo(show(p.to_go, unit))
				: titleOf("polish_says", p.says);
	const facts: [string, string][] = [
		[words.stopAt, show(p.stop, unit)],
		[words.least, show(p.least, unit)],
		[words.bearing, p.bearing === undefined ? "" : show(p.bearing, unit)],
		[words.aim, p.aim === undefined ? "" : show(p.aim, unit)],
	];
	return (
		<section className={look.panel} aria-label={p.title}>
			<Title order={2} size="h3">
				{p.title}
			</Title>
			<div className={css.torque}>
				<Passes
					label={words.profile}
					stations={p.stations}
					lines={lines}
					stop={p.stop}
					least={p.least}
					stopText={`${words.stopAt} ${show(p.stop, unit)}`}
					leastText={`${words.least} ${show(p.least, unit)}`}
				/>
				<div className={css.now}>
					<div className={css.stop} data-says={p.says} aria-live="assertive" data-testid="says">
						{says}
					</div>
					{p.says === "dip" || p.says === "below" ? <div className={css.large}>{show(p.off ?? 0, unit)}</div> : null}
					{p.says === "slowly" ? <div className={css.large}>{words.toGo(show(p.to_go, unit))}</div> : null}
					<PassForm key={p.passes.length} shown={shown} journal={p} last={last} />
				</div>
			</div>
			<dl className={css.rules}>
				{facts
					.filter(([, text]) => text)
					.map(([name, text]) => (
						<div key={name}>
							<dt>{name}</dt>
							<dd className={look.figure}>{text}</dd>
						</div>
					))}
			</dl>
			{p.bearing === undefined ? <p className={look.soft}>{words.noBearing}</p> : null}
			<Table>
				<Table.Thead>
					<Table.Tr>
						<Table.Th />
						{p.stations.map((s) => (
							<Table.Th key={s}>{s}</Table.Th>
						))}
						<Table.Th>{words.cameOff}</Table.Th>
					</Table.Tr>
				</Table.Thead>
				<Table.Tbody>
					{p.before.length > 0 ? (
						<Table.Tr>
							<Table.Th scope="row">{words.before}</Table.Th>
							{p.before.map((size, i) => (
								<Table.Td key={p.stations[i] ?? i} className={look.figure}>
									{show(size, unit)}
								</Table.Td>
							))}
							<Table.Td />
						</Table.Tr>
					) : null}
					{p.passes.map((one, n) => (
						<Table.Tr key={one.event}>
							<Table.Th scope="row">{words.pass(n + 1)}</Table.Th>
							{(one.sizes ?? []).map((size, i) => (
								<Table.Td key={p.stations[i] ?? i} className={look.figure}>
									{show(size, unit)}
								</Table.Td>
							))}
							<Table.Td className={look.figure}>{show(one.off, unit)}</Table.Td>
						</Table.Tr>
					))}
				</Table.Tbody>
			</Table>
		</section>
	);
}

/** What is typed of a pass outlives a reload, a place at a time. */
const keptKey = (job: number, p: PolishView) => `ledge.pass.${job}.${p.kind}.${p.number}.${p.passes.length}`;

function PassForm({ shown, journal: p, last }: { shown: Shown; journal: PolishView; last: number[] }) {
	const { job, build } = shown;
	const unit = job.job.unit;
	const key = keptKey(job.job.id, p);
	const [typed, setTyped] = useState<string[]>(() => {
		const kept = read<string[]>(lasting, key) ?? [];
		return p.stations.map((_, i) => kept[i] ?? "");
	});
	const [errors, setErrors] = useState<string[]>([]);
	const [asked, setAsked] = useState("");
	const set = (i: number, text: string) => {
		const next = typed.map((t, n) => (n === i ? text : t));
		setTyped(next);
		lasting.set(key, JSON.stringify(next));
	};
	const size = (i: number) => {
		const expected = last[i] ?? last[0] ?? p.stop;
		return meaning(typed[i] ?? "", { size: expected, own: true }, unit);
	};
	const submit = (e: FormEvent) => {
		e.preventDefault();
		const read = p.stations.map((_, i) => size(i));
		const wrong = read.map((m) => (m.kind === "size" ? "" : "sentence" in m ? m.sentence : words.wrongNumber));
		setErrors(wrong);
		if (wrong.some(Boolean)) {
			const first = wrong.findIndex(Boolean);
			(e.currentTarget as HTMLFormElement).querySelectorAll("input")[first]?.focus();
			return;
		}
		const sizes = read.flatMap((m) => (m.kind === "size" ? [m.length] : []));
		// Polishing takes off: a size above the one before was misread, then or now. The same again says that it is so.
		const grown = sizes.map((size, i) =>
			size > (last[i] ?? size) + resolution(unit) / 2 ? words.aboveBefore(show(last[i] ?? size, unit)) : "",
		);
		if (grown.some(Boolean) && asked !== typed.join()) {
			setAsked(typed.join());
			return setErrors(grown);
		}
		build.act({ what: "pass", kind: p.kind, number: p.number, sizes });
		lasting.remove(key);
	};
	return (
		<form onSubmit={submit}>
			<div className={look.soft}>{words.sizesAfter}</div>
			<Group grow align="flex-start">
				{p.stations.map((s, i) => {
					const m = size(i);
					return (
						<TextInput
							key={s}
							label={s}
							aria-label={words.sizeAt(s)}
							size="lg"
							inputMode="decimal"
							autoComplete="off"
							autoFocus={i === 0}
							value={typed[i]}
							error={errors[i] || undefined}
							description={m.kind === "size" ? show(m.length, unit) : " "}
							inputWrapperOrder={["label", "input", "description", "error"]}
							onChange={(e) => set(i, e.currentTarget.value)}
							onKeyDown={(e) => {
								if (e.key !== "Enter" || i === p.stations.length - 1 || typed[i] === "") return;
								e.preventDefault();
								e.currentTarget.form?.querySelectorAll("input")[i + 1]?.focus();
							}}
						/>
					);
				})}
			</Group>
			<Button type="submit" size="lg" fullWidth mt="sm" rightSection={<kbd>⏎</kbd>}>
				{words.takePass}
			</Button>
		</form>
	);
}
