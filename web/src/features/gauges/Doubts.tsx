import { Alert, Button, Group, TextInput } from "@mantine/core";
import { useDebouncedValue } from "@mantine/hooks";
import { useQuery } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import { Link } from "react-router";
import { type Deed, type DoubtedJob, type Instrument, previewQuery, useInstrument, useMove } from "../../api/gauges";
import { useIds } from "../../api/id";
import { wordOf } from "../../api/table";
import { StatusMark } from "../../drawing/status";
import look from "../../look/look.module.css";
import { showSigned } from "../../quantity/length";
import { Failed } from "../../ui/Failed";
import { gaugesWords as words } from "../../words/gauges";
import css from "./gauges.module.css";

/** What an instrument read before a check that found it off: in which jobs, and what could change of it. */
export function Doubts({ instrument: i }: { instrument: Instrument }) {
	return (
		<>
			{i.doubts.map((d) => (
				<Alert key={d.check.id} color="orange" variant="light" title={words.doubt}>
					<b className={css.large}>{d.text}</b>
					<Otherwise jobs={d.jobs} more={(job) => (job.closed ? null : <Move instrument={i} check={d.check} job={job.id} />)} />
					<Accept instrument={i} check={d.check.id} />
				</Alert>
			))}
		</>
	);
}

/** What of jobs would be judged otherwise. */
function Otherwise({ jobs, more }: { jobs: DoubtedJob[]; more?: (job: DoubtedJob) => ReactNode }) {
	return (
		<ul className={look.asks}>
			{jobs.map((j) => (
				<li key={j.id}>
					<Link to={`/jobs/${j.id}`}>{words.inJob(j.number, j.engine, j.count)}</Link>
					{j.parts.length > 0 ? (
						<details>
							<summary className={look.soft}>{words.readAt}</summary>
							{j.parts.map((p) => (
								<div key={`${p.kind} ${p.number}`}>
									<StatusMark standing={p.verdict || "no_limit"} word={false} />{" "}
									<Link to={`/jobs/${j.id}/bench/${p.kind}/${p.number}`}>{words.readOf(p.part, p.count)}</Link>
								</div>
							))}
						</details>
					) : null}
					{j.changes.map((c) => (
						<div key={`${c.part} ${c.check}`}>
							{words.change(c.part, c.check, wordOf("standing", c.was || "no_limit"), wordOf("standing", c.is || "no_limit"))}
						</div>
					))}
					{j.decisions.map((d) => (
						<div key={d.set}>{words.decision(d.set, d.was, d.is)}</div>
					))}
					{more?.(j)}
				</li>
			))}
		</ul>
	);
}

/** What of open jobs would be judged otherwise with what was found, before it is kept. */
export function Preview({ instrument, deed }: { instrument: string; deed: Omit<Deed, "id"> | undefined }) {
	const [asked] = useDebouncedValue(deed, 400);
	const preview = useQuery(previewQuery(instrument, asked)).data;
	if (!deed || !preview) return null;
	return (
		<div role="status" className={look.note}>
			{preview.text}
			<Otherwise jobs={preview.jobs} />
		</div>
	);
}

/** Takes off what a job's readings have too much; what that changes stands above it. */
function Move({ instrument: i, check, job }: { instrument: Instrument; check: Deed; job: number }) {
	const move = useMove(i.id);
	const ids = useIds();
	return (
		<>
			<Button
				size="compact-sm"
				variant="default"
				loading={move.isPending}
				onClick={() => move.mutate({ id: ids.of([check.id, job]), check: check.id, job }, { onSuccess: ids.done })}
			>
				{words.move(showSigned(-(check.found ?? 0), i.facts.unit))}
			</Button>
			<Failed error={move.error} mt="xs" />
		</>
	);
}

function Accept({ instrument, check }: { instrument: Instrument; check: string }) {
	const save = useInstrument(instrument.id);
	const ids = useIds();
	const [reason, setReason] = useState("");
	return (
		<form
			onSubmit={(e) => {
				e.preventDefault();
				save.mutate({ id: ids.of([check, reason]), what: "passed", of: check, reason });
			}}
		>
			<div>{words.readAgain}</div>
			<Group align="flex-end">
				<TextInput flex={1} label={words.why} value={reason} onChange={(e) => setReason(e.currentTarget.value)} />
				<Button type="submit" variant="default" loading={save.isPending}>
					{words.accept}
				</Button>
			</Group>
			<Failed error={save.error} mt="xs" />
		</form>
	);
}
