import { Alert, Button, Stack, Text, Title } from "@mantine/core";
import type { ReactNode } from "react";
import type { FeatureView, JobView, Journal } from "../../api/client";
import { queue } from "../../api/queue";
import { type Kind, plural, rowOf, titleOf, wordOf } from "../../api/table";
import { crankJournal, featureOf, journalKind, partsOf, shapeOf } from "../../api/view";
import { Crank } from "../../drawing/Crank";
import { PartRow } from "../../drawing/PartRow";
import type { Standing } from "../../drawing/status";
import look from "../../look/look.module.css";
import { SvgLink } from "../../ui/SvgLink";
import { Warned } from "../../ui/Warned";
import { jobWords } from "../../words/job";
import css from "./job.module.css";
import { type GradingState, looksOf, useGrading } from "./use-grading";

/** How a grade is marked on a drawing: damage is beyond, anything else was seen. */
const mark = (f: FeatureView): Standing =>
	f.look === "" ? "open" : f.look === "smooth" ? "within" : f.look === "marked" ? "no_limit" : "beyond";

/** Every part graded from its drawing. */
export function Grading({ view }: { view: JobView }) {
	const grading = useGrading(view);
	if (!grading.here) return null;
	return (
		<section aria-label={jobWords.looks} className={css.grading}>
			<Drawings view={view} grading={grading} here={grading.here} />
			<Grades grading={grading} here={grading.here} />
		</section>
	);
}

interface PartProps {
	grading: GradingState;
	/** The part that is lit. */
	here: FeatureView;
}

function Drawings({ view, grading, here }: PartProps & { view: JobView }) {
	const { parts, seen, to } = grading;
	const named = (kind: Kind, number: number) => {
		const found = featureOf(view, kind, number);
		return found && seen(found);
	};
	const linked = (f: FeatureView | undefined, inner: ReactNode) =>
		f ? (
			<SvgLink aside to={to(f)} label={`${f.title}: ${f.look ? titleOf("look", f.look) : jobWords.notGraded}`}>
				{inner}
			</SvgLink>
		) : (
			inner
		);
	const rows = [...new Set(parts.map((f) => f.kind))].filter((kind) => shapeOf(kind) !== undefined);
	const row = (kind: Kind) => (
		<PartRow
			key={kind}
			shape={shapeOf(kind) ?? "bore"}
			title={plural(kind)}
			parts={partsOf(view, kind).map((p) => ({
				...p,
				standing: mark(seen(p.feature)),
				taken: 0,
				of: 0,
				lit: p.feature.id === here.id,
			}))}
			wrap={(part, inner) => linked(named(kind, part.number), inner)}
		/>
	);
	const journal = (place: Journal) => {
		const f = named(journalKind(place), place.number);
		return { ...crankJournal(view, place), standing: f ? mark(f) : ("open" as const), taken: 0, of: 0, lit: f?.id === here.id };
	};
	return (
		<Stack gap="sm">
			<div className={look.pair}>{rows.slice(0, 2).map(row)}</div>
			{parts.some((f) => rowOf(f.kind).role === "journal") ? (
				<Crank
					title={jobWords.crankshaftSideViewFromTheNose}
					shaft={view.shaft}
					journal={journal}
					wrap={(place, inner) => linked(named(journalKind(place), place.number), inner)}
				/>
			) : null}
			<div className={look.pair}>{rows.slice(2).map(row)}</div>
		</Stack>
	);
}

/** The grades of the part that is lit, by their keys. */
function Grades({ grading, here }: PartProps) {
	const { parts, grade, full, away, waiting, refused } = grading;
	const unseen = parts.filter((f) => f.look === "").length;
	return (
		<div className={look.panel} aria-live="polite">
			<Title order={2} size="h3">
				{here.title}
			</Title>
			<Text className={look.soft} mb={8}>
				{here.look ? titleOf("look", here.look) : jobWords.notGraded} ·{" "}
				{unseen === 0 ? jobWords.everyPartGraded : jobWords.toGo(unseen)}
			</Text>
			{full ? (
				<Alert color="red" variant="filled" mb="xs" role="alert">
					{full}
				</Alert>
			) : null}
			{refused ? (
				<Warned small>
					{refused.trouble?.sentence}{" "}
					<button type="button" className={look.plainLink} onClick={() => queue.remove(refused.id)}>
						{jobWords.leaveItAsItWas}
					</button>
				</Warned>
			) : null}
			{away ? <b className={css.away}>{jobWords.notConnectedGradesWaitHere(waiting)}</b> : null}
			<Stack gap="xs">
				{looksOf().map((look, i) => (
					<Button
						key={look}
						variant={here.look === look ? "light" : "default"}
						justify="flex-start"
						size="md"
						onClick={() => grade(look)}
						leftSection={<kbd>{i + 1}</kbd>}
					>
						{jobWords.grade(wordOf("look", look))}
					</Button>
				))}
			</Stack>
			<p className={look.soft}>{jobWords.keys1To5GradeAndGoOn}</p>
		</div>
	);
}
