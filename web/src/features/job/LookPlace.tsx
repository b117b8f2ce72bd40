import { Alert, Button, Stack, Title } from "@mantine/core";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useLayoutEffect, useRef, useState, useSyncExternalStore } from "react";
import { type Location, useLocation, useNavigate, useParams } from "react-router";
import type { FeatureView, JobView, LookBody } from "../../api/client";
import { jobQuery } from "../../api/queries";
import { queue, sendQueue } from "../../api/queue";
import { type Kind, plural } from "../../api/table";
import { crankJournal, featureOf, journalKind, partsOf, pathIn, type Standing, shapeOf } from "../../api/view";
import { Load } from "../../app/Load";
import { usePerson } from "../../app/person";
import { SvgLink } from "../../app/SvgLink";
import { useNumberKeys } from "../../app/use-number-keys";
import { useStandIn } from "../../app/use-stand-in";
import { Crank } from "../../drawing/Crank";
import { PartRow } from "../../drawing/PartRow";
import { jobWords } from "../../words/job";
import { LOOK_SHORT, LOOK_WORD } from "../../words/trade";
import { WalkItems } from "./WalkItems";
import { WalkPlace } from "./WalkPlace";
import { lookedAt } from "./walk";

type Look = NonNullable<LookBody["look"]>;

const LOOKS = Object.keys(LOOK_WORD) as Look[];

/** How a grade is marked on a drawing: damage is beyond, anything else was seen. */
const mark = (f: FeatureView): Standing =>
	f.look === "" ? "open" : f.look === "smooth" ? "within" : f.look === "marked" ? "no_limit" : "beyond";

/** One look before any measuring: every part graded from its drawing, the shells laid out, the small things. */
export function LookPlace() {
	const id = Number(useParams().id);
	return (
		<Load query={useQuery(jobQuery(id, useStandIn()))}>
			{(view) => (
				<WalkPlace view={view} name="Look" intro={jobWords.runAFingernailOverEveryJournal}>
					<Grading view={view} />
					<WalkItems view={view} items={view.walk.items.filter((i) => i.step === "look")} />
				</WalkPlace>
			)}
		</Load>
	);
}

const nameOf = (f: FeatureView) => `${f.kind}.${f.number}`;

function Grading({ view }: { view: JobView }) {
	const person = usePerson();
	const queries = useQueryClient();
	const { entries, full, away } = useSyncExternalStore(queue.subscribe, queue.snapshot);
	const job = view.job.id;
	const waiting = entries.filter((e) => e.job === job && e.look !== undefined);
	const refused = waiting.find((e) => e.trouble);
	// A grade shows as soon as its key is pressed; it is sent behind the ones before it.
	const parts = lookedAt(view).map((f) => {
		const last = waiting.filter((e) => !e.trouble && e.kind === f.kind && e.number === f.number && e.state === f.state).at(-1);
		return last?.look?.look ? { ...f, look: last.look.look } : f;
	});
	const seen = (f: FeatureView): FeatureView => parts.find((p) => p.id === f.id) ?? f;
	const { key, search, state } = useLocation() as Location<{ byKeys?: boolean } | null>;
	const asked = new URLSearchParams(search).get("part");
	const navigate = useNavigate();
	// The part that is lit: as the address says, then as the keys go on. Keys may come faster than pages are drawn.
	const first = parts.find((f) => nameOf(f) === asked) ?? parts.find((f) => f.look === "") ?? parts[0];
	const [lit, setLit] = useState(first && nameOf(first));
	const [came, setCame] = useState(key);
	if (key !== came) {
		setCame(key);
		if (asked !== null && !state?.byKeys) setLit(asked);
	}
	const now = useRef(lit);
	useLayoutEffect(() => {
		now.current = lit;
	}, [lit]);
	const part = (name: string | undefined) => parts.find((f) => nameOf(f) === name) ?? first;
	const here = part(lit);
	const to = (f: FeatureView) => pathIn(view, "look", { part: nameOf(f) });
	const goOn = (f: FeatureView) => {
		now.current = nameOf(f);
		setLit(nameOf(f));
		navigate(to(f), { replace: true, state: { byKeys: true } });
	};
	const step = (by: number) => {
		const at = part(now.current);
		const i = at ? parts.indexOf(at) : 0;
		const next = parts[(i + by + parts.length) % parts.length];
		if (next) goOn(next);
	};
	const grade = (look: Look) => {
		const at = part(now.current);
		if (!at) return;
		const i = parts.indexOf(at);
		const next = [...parts.slice(i + 1), ...parts.slice(0, i)].find((f) => f.look === "") ?? parts[i + 1] ?? at;
		const { kind, number, state, component } = at;
		const kept = queue.grade({ job, kind, number, state, component }, person.name || "somebody", {
			kind,
			number,
			state,
			what: "grade",
			look,
			note: "",
		});
		void sendQueue(queries, job);
		if (kept) goOn(next);
	};
	useNumberKeys(true, (i) => {
		const look = LOOKS[i];
		if (look) grade(look);
	});
	// Before the next paint, so that a key never acts on the part shown before.
	useLayoutEffect(() => {
		const onKey = (e: KeyboardEvent) => {
			if (typing() || e.ctrlKey || e.metaKey || e.altKey) return;
			if (e.key === "ArrowRight" || e.key === "ArrowLeft") {
				step(e.key === "ArrowRight" ? 1 : -1);
				e.preventDefault();
			}
		};
		window.addEventListener("keydown", onKey);
		return () => window.removeEventListener("keydown", onKey);
	});
	if (!here) return null;
	const rows = [...new Set(parts.map((f) => f.kind))].filter((kind) => shapeOf(kind) !== undefined);
	const unseen = parts.filter((f) => f.look === "").length;
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
			wrap={(part, inner) => {
				const found = featureOf(view, kind, part.number);
				const f = found && seen(found);
				return f ? (
					<SvgLink aside to={to(f)} label={`${f.title}: ${f.look ? LOOK_WORD[f.look] : jobWords.notGraded}`}>
						{inner}
					</SvgLink>
				) : (
					inner
				);
			}}
		/>
	);
	return (
		<section aria-label={jobWords.looks} className="grading">
			<Stack gap="sm">
				<div className="pair">{rows.slice(0, 2).map(row)}</div>
				<Crank
					title={jobWords.crankshaftSideViewFromTheNose}
					shaft={view.shaft}
					journal={(place) => {
						const found = featureOf(view, journalKind(place), place.number);
						const f = found && seen(found);
						return { ...crankJournal(view, place), standing: f ? mark(f) : "open", taken: 0, of: 0, lit: f?.id === here.id };
					}}
					wrap={(place, inner) => {
						const found = featureOf(view, journalKind(place), place.number);
						const f = found && seen(found);
						return f ? (
							<SvgLink aside to={to(f)} label={`${f.title}: ${f.look ? LOOK_WORD[f.look] : jobWords.notGraded}`}>
								{inner}
							</SvgLink>
						) : (
							inner
						);
					}}
				/>
				<div className="pair">{rows.slice(2).map(row)}</div>
			</Stack>
			<div className="panel" aria-live="polite">
				<Title order={2} size="h3">
					{here.title}
				</Title>
				<div className="soft" style={{ marginBottom: 8 }}>
					{here.look ? LOOK_WORD[here.look] : jobWords.notGraded} ·{" "}
					{unseen === 0 ? jobWords.everyPartGraded : jobWords.toGo(unseen)}
				</div>
				{full ? (
					<Alert color="red" variant="filled" mb="xs" role="alert">
						{full}
					</Alert>
				) : null}
				{refused ? (
					<Alert color="orange" variant="light" mb="xs" styles={{ message: { color: "var(--ink)" } }}>
						{refused.trouble?.sentence}{" "}
						<button type="button" className="plain-link" onClick={() => queue.remove(refused.id)}>
							{jobWords.leaveItAsItWas}
						</button>
					</Alert>
				) : null}
				{away ? <b style={{ color: "var(--beyond)" }}>{jobWords.notConnectedGradesWaitHere(waiting.length)}</b> : null}
				<Stack gap="xs">
					{LOOKS.map((look, i) => (
						<Button
							key={look}
							variant={here.look === look ? "light" : "default"}
							justify="flex-start"
							size="md"
							onClick={() => grade(look)}
						>
							<kbd style={{ marginRight: 12 }}>{i + 1}</kbd> {jobWords.grade(LOOK_SHORT[look])}
						</Button>
					))}
				</Stack>
				<p className="soft">{jobWords.keys1To5GradeAndGoOn}</p>
			</div>
		</section>
	);
}

const typing = () => document.activeElement instanceof HTMLInputElement;
