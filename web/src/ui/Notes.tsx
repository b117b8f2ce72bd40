import { Button, Group, Textarea, Title } from "@mantine/core";
import { useState } from "react";
import { useAddNote, useWithdrawNote } from "../api/changes";
import type { FeatureView, JobView, Note } from "../api/client";
import { newId } from "../api/id";
import look from "../look/look.module.css";
import { date } from "../words/intl";
import { noteWords } from "../words/notes";
import { who } from "../words/trade";
import { Failed } from "./Failed";
import { isOf } from "./is-of";

/** What is noted of a job, or of one part of it; at intake and any time after. */
export function Notes({ view, part }: { view: JobView; part?: FeatureView }) {
	const { job } = view;
	const add = useAddNote(job.id);
	const withdraw = useWithdrawNote(job.id);
	const [text, setText] = useState("");
	const [gone, setGone] = useState<Note>();
	const shown = view.notes.filter((n) => !part || isOf(n, part));
	const send = () =>
		add.mutate(
			{ id: newId(), text, ...(part ? { kind: part.kind, number: part.number, component: part.component } : {}) },
			{ onSuccess: () => setText("") },
		);
	const put = (note: Note, withdrawn: boolean) =>
		withdraw.mutate({ note: note.id, withdrawn }, { onSuccess: () => setGone(withdrawn ? note : undefined) });
	return (
		<section aria-label={noteWords.notes}>
			<Title order={2} size="h4" mb="xs">
				{noteWords.notes}
			</Title>
			{shown.map((n) => (
				<p key={n.id} className={look.flush}>
					{!part && n.kind ? <b>{titleOf(view, n)}: </b> : null}
					{n.text}{" "}
					<span className={look.soft}>
						{who(n.said_by, n.from_file)}, {date(n.said_at)}
					</span>{" "}
					{job.closed_at ? null : (
						<button type="button" className={look.plainLink} onClick={() => put(n, true)}>
							{noteWords.withdraw}
						</button>
					)}
				</p>
			))}
			{gone ? (
				<p className={look.soft}>
					{noteWords.withdrawn}{" "}
					<button type="button" className={look.plainLink} onClick={() => put(gone, false)}>
						{noteWords.bringBack}
					</button>
				</p>
			) : null}
			{job.closed_at ? null : (
				<Group align="flex-end" gap="xs">
					<Textarea
						aria-label={noteWords.aNote}
						placeholder={part ? noteWords.ofThisPart : noteWords.ofThisJob}
						autosize
						minRows={1}
						maxRows={5}
						w={420}
						maxLength={2000}
						value={text}
						onChange={(e) => setText(e.currentTarget.value)}
						onKeyDown={(e) => {
							if (e.key !== "Enter" || e.shiftKey || text.trim() === "") return;
							e.preventDefault();
							send();
						}}
					/>
					<Button variant="default" disabled={text.trim() === ""} loading={add.isPending} onClick={send}>
						{noteWords.keep}
					</Button>
				</Group>
			)}
			<Failed error={add.error ?? withdraw.error} mt="xs" />
		</section>
	);
}

const titleOf = (view: JobView, n: Note) => view.features.find((f) => isOf(n, f))?.title ?? n.kind;
