import { Alert, Button, Stack, Title } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { useDecide } from "../../api/changes";
import type { CostsView, DecisionSet, JobView, Option } from "../../api/client";
import { newId } from "../../api/id";
import { costsQuery, useWholeJob } from "../../api/queries";
import { type Kind, membersOf, rowOf, type SetName } from "../../api/table";
import { decidedSets, partsOf, pathIn } from "../../api/view";
import { sameWay, wayKey, wayOf } from "../../api/way";
import { Bar } from "../../app/Bar";
import { Load } from "../../app/Load";
import { useStandIn } from "../../app/use-stand-in";
import { Ladder } from "../../drawing/Ladder";
import { type Standing, StatusMark } from "../../drawing/status";
import { Windows } from "../../drawing/Window";
import { showStep } from "../../quantity/length";
import { decideWords } from "../../words/decide";
import { dateTime, days, money } from "../../words/intl";
import { placeWords } from "../../words/places";
import { Rich } from "../../words/Rich";
import { setName, wayName, who } from "../../words/trade";
import { OverruleDialog } from "./OverruleDialog";
import { Total } from "./Total";

/** One decision for every set: the ladder, the reasons, the other ways. */
export function DecidePlace() {
	const { id, set } = useParams();
	const [tried, setTried] = useState<Record<string, number>>({});
	const standIn = useStandIn();
	const costs = useQuery({ ...costsQuery(Number(id), tried, standIn), placeholderData: (before) => before });
	return (
		<Load query={useWholeJob(Number(id), standIn)}>
			{(view) => {
				const sets = decidedSets(view);
				const chosen = sets.find((s) => s.set === set) ?? sets[0];
				return (
					<>
						<Bar
							trail={[
								{ text: placeWords.shop, to: "/" },
								{ text: view.job.engine, to: pathIn(view) },
								{ text: placeWords.decide(view.stand_in?.tag) },
							]}
						/>
						{chosen ? (
							<Board key={chosen.set} view={view} set={chosen} costs={costs.data} tried={tried} onTry={setTried} />
						) : (
							<main className="page">
								<h1>{decideWords.nothingToDecideYet}</h1>
								<p>
									<Rich
										text={decideWords.aDecisionNeedsLimits}
										enter={<Link to={`/jobs/${view.job.id}/limits`}>{decideWords.enterThem}</Link>}
									/>
								</p>
							</main>
						)}
					</>
				);
			}}
		</Load>
	);
}

const GRAVITY: Standing[] = ["open", "no_limit", "within", "unsure", "beyond"];

/** The worst standing among a set's members. */
function setStanding(view: JobView, set: DecisionSet): Standing {
	if (set.action === "measure") return "open";
	return partsOf(view, membersOf(set.set))
		.map((p) => p.standing)
		.reduce((worst, s) => (GRAVITY.indexOf(s) > GRAVITY.indexOf(worst) ? s : worst), "open");
}

/** The reasons that say in a sentence why it is this action. */
const LEAD = [
	"step",
	"within",
	"marked",
	"tight",
	"shell",
	"no_step",
	"no_new_range",
	"hone_to_size",
	"bore_sheet",
	"cap_cut",
	"sleeve",
	"sleeve_rest",
	"sleeve_many",
	"provisional",
	"crack_test",
	"skim",
	"thrust_parts",
	"thrust_clean",
	"replace",
	"bored",
];

interface BoardProps {
	view: JobView;
	set: DecisionSet;
	costs: CostsView | undefined;
	/** Options by set that are being tried instead of the standing ones. */
	tried: Record<string, number>;
	onTry: (tried: Record<string, number>) => void;
}

function Board({ view, set, costs, tried, onTry }: BoardProps) {
	const { job } = view;
	const decide = useDecide(job.id, view.stand_in);
	const [overruling, setOverruling] = useState<Option>();
	const signed = view.signed.find((s) => s.set === set.set);
	const advised = set.options.find((o) => sameWay(o, set));
	const cracked = set.reasons.some((r) => r.code === "cracked");
	const open = set.action === "measure" || set.action === "remeasure";
	const way = signed && !open ? signed : set;
	const sign = () =>
		decide.mutate({
			id: newId(),
			set: set.set,
			component: set.component,
			...wayOf(set),
			reason: "",
		});
	const lead = set.reasons.filter((r) => LEAD.includes(r.code));
	const caused = set.reasons.filter(
		(r) => r.code !== "no_limit" && r.code !== "no_look" && !r.code.startsWith("caution") && !LEAD.includes(r.code),
	);
	const remarks = set.reasons.filter((r) => r.code === "no_limit" || r.code === "no_look");
	const cautions = set.reasons.filter((r) => r.code.startsWith("caution"));
	const shown = set.options.find((o) => sameWay(o, way)) ?? advised;
	const possible = set.options.filter((o) => o.feasible).sort((a, b) => Number(sameWay(b, set)) - Number(sameWay(a, set)));
	const impossible = set.options.filter((o) => !o.feasible);
	const line = (o: Option) => (
		<Way
			key={wayKey(o)}
			set={set.set}
			option={o}
			view={view}
			current={sameWay(o, way)}
			onOverrule={() => setOverruling(o)}
			locked={cracked || open}
			price={price(costs, set, o)}
			trying={tried[set.set] === set.options.indexOf(o)}
			onTry={() => onTry({ ...tried, [set.set]: set.options.indexOf(o) })}
			advised={o.feasible && sameWay(o, set)}
		/>
	);
	return (
		<div className="columns">
			<nav aria-label={decideWords.sets}>
				{costs ? <Total view={view} costs={costs} trying={Object.keys(tried).length > 0} onTry={onTry} /> : null}
				<Stack gap={2} mt="md">
					{decidedSets(view).map((s) => (
						<Link
							key={s.set}
							to={pathIn(view, `decide/${s.set}`)}
							className="choice set"
							aria-current={s.set === set.set}
							style={{ textDecoration: "none", display: "block" }}
						>
							<span style={{ display: "flex", justifyContent: "space-between", alignItems: "center" }}>
								<span>
									{setName(s.set)} <span className="soft">{signedWord(view, s)}</span>
								</span>
								<StatusMark standing={setStanding(view, s)} word={false} />
							</span>
							<b>{wayName(view.signed.find((d) => d.set === s.set) ?? s, job.unit, s.set)}</b>
						</Link>
					))}
				</Stack>
			</nav>
			<main>
				<Title order={1} size="h2">
					{setName(set.set)}: {lower(wayName(way, job.unit, set.set))}
				</Title>
				{signed ? (
					<Alert my="sm" variant="light" color={signed.stale ? "orange" : "layout"} styles={{ message: { color: "var(--ink)" } }}>
						{decideWords.by(
							signed.overruled,
							who(signed.decided_by, signed.from_file),
							dateTime(signed.decided_at),
							signed.reason ? `: “${signed.reason}”` : ".",
						)}
						{signed.overruled || signed.stale ? ` ${decideWords.ledgeAdvises(lower(wayName(set, job.unit, set.set)))}` : null}
						{signed.stale ? ` ${decideWords.theReadingsOrLimitsChangedSince}` : null}
						{view.before && !signed.stale ? " " : null}
						{view.before && !signed.stale ? (
							<Rich
								text={decideWords.theWorkIsOrdered}
								verify={<Link to={`/jobs/${job.id}/verify`}>{decideWords.verify}</Link>}
							/>
						) : null}
					</Alert>
				) : null}
				{lead.map((r) => (
					<p key={r.code + r.text} style={{ fontSize: "1.1rem", margin: "6px 0" }}>
						{r.text}
					</p>
				))}
				<ul className="findings">
					{caused.map((r) => (
						<li key={r.code + r.text}>
							{r.feature ? (
								<ReasonLink view={view} feature={r.feature}>
									{r.text}
								</ReasonLink>
							) : (
								r.text
							)}
						</li>
					))}
				</ul>
				{set.ladder && set.ladder.length > 0 ? (
					<>
						<Ladder
							title={decideWords.sizesTheCouldHave(setName(set.set).toLowerCase())}
							system={job.unit}
							sign={set.set === "cylinders" ? 1 : -1}
							members={set.ladder.map((r) => ({ ...r, label: shortName(r.feature.kind, r.feature.number) }))}
							rungs={rungsOf(view, set, way)}
						/>
						<p className="soft">{set.set === "cylinders" ? decideWords.ladderOfCylinders : decideWords.ladderOfJournals}</p>
					</>
				) : null}
				{remarks.length > 0 ? (
					<details>
						<summary className="soft">{decideWords.onWhatWasNotJudged(remarks.length)}</summary>
						<ul>
							{remarks.map((r) => (
								<li key={r.text}>{r.text}</li>
							))}
						</ul>
					</details>
				) : null}
			</main>
			<aside aria-label={decideWords.waysToDoIt}>
				{decide.error ? (
					<Alert color="orange" variant="light" mb="sm">
						{decide.error.message}
					</Alert>
				) : null}
				{open ? (
					<p>
						<Link to={pathIn(view)}>{decideWords.goAndMeasure}</Link>
					</p>
				) : (
					<Button
						mb="md"
						size="md"
						onClick={sign}
						loading={decide.isPending}
						disabled={signed !== undefined && !signed.stale && !signed.overruled}
					>
						{signed && !signed.stale && !signed.overruled ? "Signed" : `Sign: ${lower(wayName(set, job.unit, set.set))}`}
					</Button>
				)}
				<Title order={2} size="h4">
					{decideWords.waysToDoIt}
				</Title>
				<Stack gap={0} my="xs">
					{possible.map(line)}
					{set.options.length === 0 ? <p className="soft">{decideWords.measureWhatIsMissingFirstNothing}</p> : null}
				</Stack>
				{impossible.length > 0 ? (
					<details style={{ marginBottom: 12 }} open={impossible.some((o) => sameWay(o, way))}>
						<summary>{decideWords.notPossibleAndWhy(impossible.length)}</summary>
						{impossible.map(line)}
					</details>
				) : null}
				{shown?.clearances && shown.clearances.length > 0 ? (
					<>
						<Title order={2} size="h4" mb={6}>
							{decideWords.clearanceAfterwards}
						</Title>
						<Windows
							title={decideWords.clearanceOfEachJournalInIts}
							system={job.unit}
							rows={shown.clearances.map((c) => ({
								label: c.rod ? `Rod ${c.rod}` : shortName(c.feature.kind, c.feature.number),
								min: c.clearance.min,
								max: c.clearance.max,
								window: c.window,
								inside: c.verdict !== "beyond",
							}))}
						/>
					</>
				) : null}
				{cracked ? <p className="soft">{decideWords.aCrackIsNotOverruledA}</p> : null}
				{cautions.map((c) => (
					<p key={c.text} className="soft">
						{c.text}
					</p>
				))}
				<p className="soft">{decideWords.limitsOfThisJobsOwnCard(job.policy.limits)}</p>
			</aside>
			<OverruleDialog
				view={view}
				set={set.set}
				component={set.component}
				option={overruling}
				unit={job.unit}
				advice={lower(wayName(set, job.unit, set.set))}
				onClose={() => setOverruling(undefined)}
			/>
		</div>
	);
}

const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);

const shortName = (kind: Kind, number: number) => `${rowOf(kind).short ?? ""} ${number}`.trim();

function signedWord(view: JobView, s: DecisionSet): string {
	const signed = view.signed.find((d) => d.set === s.set);
	if (signed?.stale) return decideWords.signedBeforeItChanged;
	if (signed)
		return signed.overruled
			? decideWords.overruledBy(who(signed.decided_by, signed.from_file))
			: decideWords.signedBy(who(signed.decided_by, signed.from_file));
	return s.provisional ? "· provisional" : "";
}

function ReasonLink({ view, feature, children }: { view: JobView; feature: { kind: Kind; number: number }; children: string }) {
	return (
		<Link
			to={pathIn(view, `features/${feature.kind}/${feature.number}`)}
			style={{ color: "inherit", textDecorationColor: "var(--scribe)" }}
		>
			{children}
		</Link>
	);
}

/** The rungs: the class as found, and every step on offer. */
function rungsOf(view: JobView, set: DecisionSet, way: { action: string; step: number }) {
	const machined = set.options.filter((o) => (o.action === "grind" || o.action === "bore") && !o.method);
	const kept = set.options.filter((o) => o.action === "reuse" || o.action === "polish" || o.action === "hone");
	const word = set.set === "cylinders" ? "over" : "under";
	const name = (step: number) => (step === 0 ? "Standard" : `${showStep(step, view.job.unit)} ${word}`);
	const asFound = {
		step: set.size_class,
		label: name(set.size_class),
		feasible: kept.some((o) => o.feasible),
		chosen: ["reuse", "polish", "hone"].includes(way.action),
	};
	return [
		asFound,
		...machined
			.filter((o) => o.step !== set.size_class)
			.map((o) => ({
				step: o.step,
				label: name(o.step),
				feasible: o.feasible,
				chosen: way.action === o.action && way.step === o.step,
			})),
	];
}

/** What an option costs and how long it takes alone, in words. */
function price(costs: CostsView | undefined, set: DecisionSet, option: Option): string {
	const way = costs?.choices.find((c) => c.set === set.set)?.ways.find((w) => w.option === set.options.indexOf(option));
	return costs && way ? `${money(way.cost, costs.currency)} · ${days(way.days)}` : "";
}

interface WayProps {
	price: string;
	trying: boolean;
	onTry: () => void;
	set: SetName;
	option: Option;
	view: JobView;
	current: boolean;
	advised: boolean;
	locked: boolean;
	onOverrule: () => void;
}

function Way({ set, option, view, current, advised, locked, price, trying, onTry, onOverrule }: WayProps) {
	const why = option.reasons[0];
	return (
		<div style={{ borderBottom: "1px solid var(--scribe)", padding: "8px 0" }}>
			<div style={{ display: "flex", justifyContent: "space-between", alignItems: "baseline", gap: 8 }}>
				<span
					className={option.feasible ? undefined : "struck"}
					style={current ? { color: "var(--blue)", fontWeight: 700 } : { fontWeight: 600 }}
				>
					{wayName(option, view.job.unit, set)}
				</span>
				{advised ? (
					<span className="soft">{decideWords.advised}</span>
				) : locked || current ? null : (
					<Button
						variant="subtle"
						size="compact-sm"
						style={{ flexShrink: 0 }}
						onClick={onOverrule}
						aria-label={decideWords.overrule2(wayName(option, view.job.unit, set))}
					>
						{decideWords.overrule}
					</Button>
				)}
			</div>
			{option.feasible && price ? (
				<div style={{ display: "flex", justifyContent: "space-between", gap: 8 }}>
					<span className="figure soft" style={{ fontSize: "0.95rem" }}>
						{price}
					</span>
					<button
						type="button"
						className="plain-link"
						aria-pressed={trying}
						aria-label={decideWords.try(wayName(option, view.job.unit, set))}
						onClick={onTry}
					>
						{trying ? "tried" : "try"}
					</button>
				</div>
			) : null}
			{why && !advised ? (
				<div className="soft" style={{ fontSize: "0.95rem" }}>
					{decideWords.because(option.feasible, why.text, option.reasons.length - 1)}
				</div>
			) : null}
		</div>
	);
}
