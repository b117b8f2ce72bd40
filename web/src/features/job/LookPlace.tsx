import { Alert, Button, Stack, Title } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { useLayoutEffect } from "react";
import { useNavigate, useParams, useSearchParams } from "react-router";
import type { FeatureView, JobView, LookBody } from "../../api/client";
import { jobQuery, useAddLook } from "../../api/queries";
import { crankJournal, featureOf, journalKind, partsOf, type Standing, shapeOf } from "../../api/view";
import { KIND_WORD, LOOK_WORD } from "../../api/words";
import { Load } from "../../app/Load";
import { usePerson } from "../../app/person";
import { SvgLink } from "../../app/SvgLink";
import { useNumberKeys } from "../../app/use-number-keys";
import { Crank } from "../../drawing/Crank";
import { PartRow } from "../../drawing/PartRow";
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
		<Load query={useQuery(jobQuery(id))}>
			{(view) => (
				<WalkPlace
					view={view}
					name="Look"
					intro="Run a fingernail over every journal and bore. One look can spare an hour of careful measuring on a part that is scrap."
				>
					<Grading view={view} />
					<WalkItems view={view} items={view.walk.items.filter((i) => i.step === "look")} />
				</WalkPlace>
			)}
		</Load>
	);
}

const nameOf = (f: FeatureView) => `${f.kind}.${f.number}`;

function Grading({ view }: { view: JobView }) {
	const go = useNavigate();
	const person = usePerson();
	const add = useAddLook(view.job.id);
	const parts = lookedAt(view);
	const asked = useSearchParams()[0].get("part");
	const here = parts.find((f) => nameOf(f) === asked) ?? parts.find((f) => f.look === "") ?? parts[0];
	const to = (f: FeatureView) => `/jobs/${view.job.id}/look?part=${nameOf(f)}`;
	const step = (by: number) => {
		const i = here ? parts.indexOf(here) : 0;
		const next = parts[(i + by + parts.length) % parts.length];
		if (next) void go(to(next), { replace: true });
	};
	const grade = (look: Look) => {
		if (!here) return;
		const i = parts.indexOf(here);
		const next = [...parts.slice(i + 1), ...parts.slice(0, i)].find((f) => f.look === "") ?? parts[i + 1] ?? here;
		add.mutate(
			{
				id: crypto.randomUUID(),
				kind: here.kind,
				number: here.number,
				state: here.state,
				what: "grade",
				look,
				note: "",
				by: person.name || "somebody",
			},
			{ onSuccess: () => void go(to(next), { replace: true }) },
		);
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
	const row = (kind: string) => (
		<PartRow
			key={kind}
			shape={shapeOf(kind) ?? "bore"}
			title={KIND_WORD[kind] ?? kind}
			parts={partsOf(view, kind).map((p) => ({
				...p,
				standing: mark(p.feature),
				taken: 0,
				of: 0,
				lit: p.feature.id === here.id,
			}))}
			wrap={(part, inner) => {
				const f = featureOf(view, kind, part.number);
				return f ? (
					<SvgLink aside to={to(f)} label={`${f.title}: ${f.look ? LOOK_WORD[f.look] : "not graded"}`}>
						{inner}
					</SvgLink>
				) : (
					inner
				);
			}}
		/>
	);
	return (
		<section aria-label="Looks" className="grading">
			<Stack gap="sm">
				<div className="pair">{rows.slice(0, 2).map(row)}</div>
				<Crank
					title="Crankshaft, side view from the nose"
					shaft={view.shaft}
					journal={(place) => {
						const f = featureOf(view, journalKind(place), place.number);
						return { ...crankJournal(view, place), standing: f ? mark(f) : "open", taken: 0, of: 0, lit: f?.id === here.id };
					}}
					wrap={(place, inner) => {
						const f = featureOf(view, journalKind(place), place.number);
						return f ? (
							<SvgLink aside to={to(f)} label={`${f.title}: ${f.look ? LOOK_WORD[f.look] : "not graded"}`}>
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
					{here.look ? LOOK_WORD[here.look] : "not graded"} · {unseen === 0 ? "every part graded" : `${unseen} to go`}
				</div>
				{add.error ? (
					<Alert color="orange" variant="light" mb="xs">
						{add.error.message}
					</Alert>
				) : null}
				<Stack gap="xs">
					{LOOKS.map((look, i) => (
						<Button
							key={look}
							variant={here.look === look ? "light" : "default"}
							justify="flex-start"
							size="md"
							onClick={() => grade(look)}
						>
							<kbd style={{ marginRight: 12 }}>{i + 1}</kbd> {LOOK_WORD[look]?.split(":")[0]}
						</Button>
					))}
				</Stack>
				<p className="soft">
					Keys 1 to 5 grade and go on, the arrows choose. Scored: the fingernail catches. A crack is only cleared by a recorded
					crack test.
				</p>
			</div>
		</section>
	);
}

const typing = () => document.activeElement instanceof HTMLInputElement;
