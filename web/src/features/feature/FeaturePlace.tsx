import { Button, Group, Stack, Title } from "@mantine/core";
import { Link, useParams, useSearchParams } from "react-router";
import type { FeatureView, Finding, JobView } from "../../api/client";
import { useWholeJob } from "../../api/queries";
import { cellSize, degrees, featureOf, findingOf, isBore, pathIn, rings, zeroUp } from "../../api/view";
import { Profile } from "../../drawing/Profile";
import { Section } from "../../drawing/Section";
import { StatusMark } from "../../drawing/status";
import { show, showApart, showAs, showSpan } from "../../quantity/length";
import { Bar } from "../../ui/Bar";
import { Load } from "../../ui/Load";
import { useStandIn } from "../../ui/use-stand-in";
import { featureWords } from "../../words/feature";
import { dateTime } from "../../words/intl";
import { placeWords } from "../../words/places";
import { Rich } from "../../words/Rich";
import { checkName, LOOK_WORD, SOURCE_WORD, stateWord, who } from "../../words/trade";

/** One feature: its form drawn, its numbers, its verdicts, and everything ever read of it. */
export function FeaturePlace() {
	const { id, kind = "", number } = useParams();
	const state = useSearchParams()[0].get("state") ?? undefined;
	return (
		<Load query={useWholeJob(Number(id), useStandIn())}>
			{(view) => {
				const feature = featureOf(view, kind, Number(number), state);
				return feature ? (
					<FeatureBoard view={view} feature={feature} />
				) : (
					<>
						<Bar
							trail={[
								{ text: placeWords.shop, to: "/" },
								{ text: view.job.engine, to: `/jobs/${view.job.id}` },
							]}
						/>
						<main className="page">
							<h1>{featureWords.thisEngineHasNoSuchPart}</h1>
						</main>
					</>
				);
			}}
		</Load>
	);
}

function FeatureBoard({ view, feature }: { view: JobView; feature: FeatureView }) {
	const { job } = view;
	const finding = findingOf(view, feature);
	const oval = finding?.oval;
	const sizes = feature.stations.map((_, station) =>
		feature.directions.map((_, direction) => cellSize(feature, { station, direction })),
	);
	const states = view.features.filter((f) => f.kind === feature.kind && f.number === feature.number);
	const others = states.filter((f) => f.id !== feature.id);
	const read = sizes.flat().some((s) => s !== null);
	return (
		<>
			<Bar trail={[{ text: placeWords.shop, to: "/" }, { text: job.engine, to: pathIn(view) }, { text: feature.title }]}>
				<Button
					variant="default"
					size="compact-md"
					component={Link}
					to={`/jobs/${job.id}/history?${new URLSearchParams({ kind: feature.kind, number: String(feature.number), ...(feature.component ? { component: feature.component } : {}) })}`}
				>
					{featureWords.history}
				</Button>
			</Bar>
			<main className="page">
				<Group justify="space-between" align="flex-start" mb="md">
					<div>
						<Title order={1}>{feature.title}</Title>
						<Group gap="md">
							<StatusMark standing={feature.standing} />
							<span className="soft">
								{feature.look ? LOOK_WORD[feature.look] : featureWords.notLookedAtYet} · {summary(feature, finding)}
							</span>
						</Group>
					</div>
					<Button component={Link} to={pathIn(view, `bench/${feature.kind}/${feature.number}`, { state: feature.state })}>
						{read ? featureWords.measureAgain : "Measure"}
					</Button>
				</Group>
				{others.length > 0 ? <States view={view} states={states} now={feature} /> : null}
				{read && !feature.columns ? (
					<div style={{ display: "grid", gridTemplateColumns: "repeat(auto-fit, minmax(300px, 1fr))", gap: 16 }}>
						<figure className="panel" style={{ margin: 0 }}>
							<Section
								rings={rings(feature)}
								stations={feature.stations}
								behind={others.flatMap(rings)}
								bore={isBore(feature.kind)}
								zeroUp={zeroUp(feature.kind)}
								axis={oval && oval.size > 0 ? oval.angle / 1e6 : undefined}
								title={featureWords.sectionOfDeviationsDrawnLarger(feature.title)}
							/>
							<figcaption className="soft">
								{featureWords.oneOutlineAStation(feature.stations.join(" solid, "), feature.stations.length)}{" "}
								{oval && oval.size > 0 ? (
									<Rich
										text={featureWords.fittedOval}
										size={<span className="figure">{show(oval.size, job.unit)}</span>}
										angle={Math.round(oval.angle / 1e6)}
										station={feature.stations[oval.station]}
									/>
								) : (
									featureWords.noOvalCanBeFittedOr
								)}
								{others.length > 0 ? ` ${featureWords.thinAndGreyItsFormIn}` : ""}
							</figcaption>
						</figure>
						<figure className="panel" style={{ margin: 0 }}>
							<Profile
								stations={feature.stations}
								directions={degrees(feature)}
								sizes={sizes}
								band={classRange(view, feature, finding)}
								system={job.unit}
								title={featureWords.sizeOfAlongItsAxis(feature.title)}
							/>
							<figcaption className="soft">{featureWords.sizeAlongTheAxisALine}</figcaption>
						</figure>
					</div>
				) : read ? null : (
					<p className="soft">{featureWords.nothingIsMeasuredHereYet}</p>
				)}
				<div style={{ display: "grid", gridTemplateColumns: "repeat(auto-fit, minmax(300px, 1fr))", gap: 16, marginTop: 16 }}>
					<Verdicts view={view} feature={feature} finding={finding} />
					<AllReadings view={view} feature={feature} />
				</div>
			</main>
		</>
	);
}

/** The same part in each state it was measured in, side by side. */
function States({ view, states, now }: { view: JobView; states: FeatureView[]; now: FeatureView }) {
	const unit = view.job.unit;
	return (
		<section className="panel" style={{ marginBottom: 16, overflowX: "auto" }} aria-label={featureWords.states}>
			<table className="readings">
				<thead>
					<tr>
						<th>{featureWords.state}</th>
						<th>{featureWords.size}</th>
						<th>{featureWords.taper}</th>
						<th>{featureWords.outOfRound}</th>
						<th>{featureWords.status}</th>
					</tr>
				</thead>
				<tbody>
					{states.map((f) => {
						const found = findingOf(view, f);
						return (
							<tr key={f.id}>
								<th scope="row" data-lit={f.id === now.id}>
									<Link to={pathIn(view, `features/${f.kind}/${f.number}`, { state: f.state })} style={{ color: "inherit" }}>
										{stateWord(f.state)}
									</Link>
								</th>
								<td className="figure">
									{found?.min === undefined || found.max === undefined ? "–" : showSpan(found.min, found.max, unit)}
								</td>
								<td className="figure">{found?.taper === undefined ? "–" : show(found.taper, unit)}</td>
								<td className="figure">{found?.out_of_round === undefined ? "–" : show(found.out_of_round, unit)}</td>
								<td>
									<StatusMark standing={f.standing} />
								</td>
							</tr>
						);
					})}
				</tbody>
			</table>
		</section>
	);
}

function summary(feature: FeatureView, finding: Finding | undefined): string {
	if (!finding?.min) return "not measured";
	return featureWords.summary(finding.shape, finding.size_class ? (isBore(feature.kind) ? "oversize" : "undersize") : "standard");
}

/** The new range of the class it belongs to. */
function classRange(view: JobView, feature: FeatureView, finding: Finding | undefined) {
	const fresh = view.job.limits.book[feature.kind]?.new;
	if (!fresh) return undefined;
	const shift = (finding?.size_class ?? 0) * (isBore(feature.kind) ? 1 : -1);
	return { min: fresh.min + shift, max: fresh.max + shift };
}

function Verdicts({ view, feature, finding }: { view: JobView; feature: FeatureView; finding: Finding | undefined }) {
	const unit = view.job.unit;
	return (
		<section className="panel">
			<Title order={2} size="h4" mb="xs">
				{featureWords.verdicts}
			</Title>
			<table className="readings">
				<thead>
					<tr>
						<th>{featureWords.check}</th>
						<th>{featureWords.value}</th>
						<th>{featureWords.limit}</th>
						<th>{featureWords.verdict}</th>
					</tr>
				</thead>
				<tbody className="figure">
					{finding?.checks.map((c) => {
						const [value, limit] = showApart(c.value, c.limit ?? c.value, unit);
						return (
							<tr key={c.name}>
								<td>{checkName(c.name)}</td>
								<td>{c.name === "wear" && finding.wear ? `${show(finding.wear.min, unit)} – ${value}` : value}</td>
								<td>
									{c.limit === undefined ? "–" : limit}
									{c.source ? <div className="soft source">{SOURCE_WORD[c.source]}</div> : null}
								</td>
								<td>
									<StatusMark standing={c.verdict} />
								</td>
							</tr>
						);
					})}
				</tbody>
			</table>
			<Stack gap={4} mt="sm">
				{finding?.notes?.map((n) => (
					<div key={n.code + n.text}>{n.text}</div>
				))}
				{feature.blind ? <div className="soft">{featureWords.thePlanItWasReadWith(feature.blind)}</div> : null}
			</Stack>
		</section>
	);
}

function AllReadings({ view, feature }: { view: JobView; feature: FeatureView }) {
	return (
		<section className="panel" style={{ overflowX: "auto" }}>
			<Title order={2} size="h4" mb="xs">
				{featureWords.everyReading}
			</Title>
			<table className="readings">
				<thead>
					<tr>
						<th>{featureWords.place}</th>
						<th>{featureWords.reading}</th>
						<th>{featureWords.taken}</th>
					</tr>
				</thead>
				<tbody>
					{feature.tape.map((r) => (
						<tr key={r.id} className={r.superseded_by === undefined ? undefined : "struck"}>
							<td className="figure">
								{feature.stations[r.station]} ·{" "}
								{feature.columns ? feature.columns[r.direction] : `${degrees(feature)[r.direction]}°`}
							</td>
							<td className="figure">
								{r.value === undefined ? (r.reason ?? "taken back") : showAs(feature.quantity, r.value, view.job.unit)}
							</td>
							<td>
								{who(r.taken_by, r.from_file)}, {dateTime(r.taken_at)}
							</td>
						</tr>
					))}
				</tbody>
			</table>
		</section>
	);
}
