import { Alert, Anchor, Button, Group, Stack, TextInput } from "@mantine/core";
import { useState } from "react";
import { Link } from "react-router";
import { useSignAssembly } from "../../api/assembly";
import type { OpenThing } from "../../api/client";
import { titleOf } from "../../api/table";
import look from "../../look/look.module.css";
import { Failed } from "../../ui/Failed";
import { useKey } from "../../ui/use-key";
import { useStored } from "../../ui/use-stored";
import { assemblyWords as words } from "../../words/assembly";
import { dateTime } from "../../words/intl";
import css from "./assembly.module.css";
import type { Shown } from "./Frame";

/** Signs the built engine: what is still open is done first, or signed with a reason for each. */
export function Signature(shown: Shown) {
	return shown.view.signed ? <Signed {...shown} /> : <ToSign {...shown} />;
}

function Signed({ job, view }: Shown) {
	const sign = useSignAssembly(job.job.id);
	if (!view.signed) return null;
	return (
		<>
			<Alert color="layout" variant="light">
				<Group justify="space-between">
					<span className={css.large}>
						{words.signedBy(view.signed.by)}, {dateTime(view.signed.at)}
						{view.note ? `. “${view.note}”` : ""}
					</span>
					<Button variant="default" loading={sign.isPending} onClick={() => sign.mutate({ signed: false, note: "" })}>
						{words.openAgain}
					</Button>
				</Group>
			</Alert>
			{view.still_open.length > 0 ? (
				<details open>
					<summary>{words.stillOpen(view.still_open.length)}</summary>
					<ul>
						{view.still_open.map((o) => (
							<li key={o.key}>
								{o.text}
								{o.reason ? <span className={look.soft}>, {words.becauseOf(o.reason)}</span> : null}
							</li>
						))}
					</ul>
				</details>
			) : null}
			<Failed error={sign.error} mt="sm" />
		</>
	);
}

const NONE: Record<string, string> = {};

function ToSign({ job, view }: Shown) {
	const sign = useSignAssembly(job.job.id);
	const [note, setNote] = useState("");
	// What was said stays while somebody goes and does one of them.
	const [said, setSaid] = useStored(`ledge.built.${job.job.id}`, NONE);
	const [asked, setAsked] = useState(false);
	const reasonOf = (o: OpenThing) => (said[o.key]?.trim() || said[o.sort]?.trim()) ?? "";
	const submit = () => {
		setAsked(true);
		if (view.still_open.some((o) => reasonOf(o) === "")) return;
		const reasons = view.still_open.map((o) => ({ key: o.key, text: o.text, reason: reasonOf(o) }));
		sign.mutate({ signed: true, note, reasons }, { onSuccess: () => setSaid(NONE) });
	};
	useKey("s", submit, !sign.isPending);
	const sorts = [...new Set(view.still_open.map((o) => o.sort))];
	return (
		<form
			onSubmit={(e) => {
				e.preventDefault();
				submit();
			}}
		>
			<Stack gap="sm">
				{sorts.length > 0 ? <b>{words.stillOpen(view.still_open.length)}</b> : null}
				{sorts.map((sort) => (
					<OpenSort
						key={sort}
						job={job.job.id}
						things={view.still_open.filter((o) => o.sort === sort)}
						said={said}
						onSay={(key, reason) => setSaid({ ...said, [key]: reason })}
						wrong={asked && view.still_open.some((o) => o.sort === sort && reasonOf(o) === "")}
					/>
				))}
				<Group align="flex-end">
					<TextInput flex={1} label={words.note} value={note} onChange={(e) => setNote(e.currentTarget.value)} />
					<Button type="submit" size="lg" loading={sign.isPending} rightSection={<kbd>s</kbd>}>
						{words.sign}
					</Button>
				</Group>
			</Stack>
			<Failed error={sign.error} mt="sm" />
		</form>
	);
}

interface OpenSortProps {
	job: number;
	things: OpenThing[];
	said: Record<string, string>;
	onSay: (key: string, reason: string) => void;
	/** One of them has no reason though it was asked for. */
	wrong: boolean;
}

/** The open things of one sort: each leads to where it is done; one reason for all of them, or one for each. */
function OpenSort({ job, things, said, onSay, wrong }: OpenSortProps) {
	const sort = things[0]?.sort ?? "task";
	const [each, setEach] = useState(things.some((o) => said[o.key]));
	return (
		<section className={look.panel} aria-label={titleOf("open_sort", sort)}>
			<b>{titleOf("open_sort", sort)}</b>
			<ul className={css.open}>
				{things.map((o) => (
					<li key={o.key}>
						<Group justify="space-between" wrap="nowrap">
							<span>{o.text}</span>
							<Anchor component={Link} to={placeOf(job, o)} aria-label={words.goThereOf(o.text)}>
								{words.goThere}
							</Anchor>
						</Group>
						{each ? (
							<TextInput
								aria-label={words.reasonFor(o.text)}
								placeholder={said[sort] ?? ""}
								maxLength={400}
								value={said[o.key] ?? ""}
								onChange={(e) => onSay(o.key, e.currentTarget.value)}
							/>
						) : null}
					</li>
				))}
			</ul>
			<Group align="flex-end">
				<TextInput
					flex={1}
					label={words.reasonForAll(things.length)}
					maxLength={400}
					value={said[sort] ?? ""}
					error={wrong ? words.giveReason : undefined}
					onChange={(e) => onSay(sort, e.currentTarget.value)}
				/>
				{things.length > 1 && !each ? (
					<Button variant="subtle" onClick={() => setEach(true)}>
						{words.oneByOne}
					</Button>
				) : null}
			</Group>
		</section>
	);
}

/** Where an open thing is done. */
function placeOf(job: number, o: OpenThing): string {
	const base = `/jobs/${job}`;
	const [, kind, number] = o.key.split("/");
	switch (o.sort) {
		case "look":
			return `${base}/look`;
		case "part":
			return `${base}/parts`;
		case "sheet":
			return `${base}/orders`;
		case "polish":
			return `${base}/polish/${kind}.${number}`;
		case "gap":
			return `${base}/fitting`;
		case "bolt":
			return `${base}/torque/${encodeURIComponent(o.card ?? "")}/${o.of ?? 0}`;
		default:
			return o.card ? `${base}/torque/${encodeURIComponent(o.card)}/${o.of ?? 0}` : `${base}/assembly`;
	}
}
