import { Button, Group, Stack, Table, Title } from "@mantine/core";
import { Link, useParams, useSearchParams } from "react-router";
import type { FeatureView, Finding, JobView } from "../../api/client";
import { useJob } from "../../api/queries";
import { rowOf, titleOf, wordOf } from "../../api/table";
import { cellSize, classRange, degrees, featureOf, findingOf, formScale, isBore, pathIn, rings, zeroUp } from "../../api/view";
import { Profile } from "../../drawing/Profile";
import { Section } from "../../drawing/Section";
import { StatusMark } from "../../drawing/status";
import look from "../../look/look.module.css";
import { show, showApart, showAs, showSpan } from "../../quantity/length";
import { Bar } from "../../ui/Bar";
import { Load } from "../../ui/Load";
import { Notes } from "../../ui/Notes";
import { Photos } from "../../ui/Photos";
import { useStandIn } from "../../ui/use-stand-in";
import { featureWords } from "../../words/feature";
import { dateTime } from "../../words/intl";
import { placeWords } from "../../words/places";
import { Rich } from "../../words/Rich";
import { stateWord, who } from "../../words/trade";
import css from "./feature.module.css";

/** One feature: its form drawn, its numbers, its verdicts, and everything ever read of it. */
export function FeaturePlace() {
	const { id, kind = "", number } = useParams();
	const state = useSearchParams()[0].get("state") ?? undefined;
	return (
		<Load query={useJob(Number(id), useStandIn())}>
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
						<main className={look.page}>
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
				{feature.standing === "open" ? null : (
					<Button variant="default" size="compact-md" component="a" href={labelOf(view, feature)} target="_blank">
						{featureWords.label}
					</Button>
				)}
			</Bar>
			<main className={look.page}>
				<Group justify="space-between" align="flex-start" mb="md">
					<div>
						<Title order={1}>{feature.title}</Title>
						<Group gap="md">
							<StatusMark standing={feature.standing} />
							<span className={look.soft}>
								{feature.look ? titleOf("look", feature.look) : featureWords.notLookedAtYet} · {summary(feature, finding)}
							</span>
						</Group>
					</div>
					<Button component={Link} to={pathIn(view, `bench/${feature.kind}/${feature.number}`, { state: feature.state })}>
						{read ? featureWords.measureAgain : "Measure"}
					</Button>
				</Group>
				{(feature.marks ?? []).map((text) => (
					<div key={text} className={look.note}>
						{text}
					</div>
				))}
				{others.length > 0 ? <States view={view} states={states} now={feature} /> : null}
				{read && !feature.columns ? (
					<div className={css.drawings}>
						<figure className={`${look.panel} ${look.flush}`}>
							<Section
								rings={rings(feature)}
								stations={feature.stations}
								behind={others.flatMap(rings)}
								bore={isBore(feature.kind)}
								zeroUp={zeroUp(feature.kind)}
								form={formScale(finding)}
								axis={oval && oval.size > 0 ? oval.angle / 1e6 : undefined}
								title={featureWords.sectionOfDeviationsDrawnLarger(feature.title)}
							/>
							<figcaption className={look.soft}>
								{featureWords.oneOutlineAStation(feature.stations)}{" "}
								{oval && oval.size > 0 ? (
									<Rich
										text={featureWords.fittedOval}
										size={<span className={look.figure}>{show(oval.size, job.unit)}</span>}
										angle={Math.round(oval.angle / 1e6)}
										station={feature.stations[oval.station]}
									/>
								) : (
									featureWords.noOvalCanBeFittedOr
								)}
								{others.length > 0 ? ` ${featureWords.thinAndGreyItsFormIn}` : ""}
							</figcaption>
						</figure>
						<figure className={`${look.panel} ${look.flush}`}>
							<Profile
								stations={feature.stations}
								directions={degrees(feature)}
								sizes={sizes}
								band={classRange(view, feature, finding)}
								limit={finding?.checks.find((c) => c.name === "taper")?.limit}
								system={job.unit}
								title={featureWords.sizeOfAlongItsAxis(feature.title)}
							/>
							<figcaption className={look.soft}>{featureWords.sizeAlongTheAxisALine}</figcaption>
						</figure>
					</div>
				) : read ? null : (
					<p className={look.soft}>{featureWords.nothingIsMeasuredHereYet}</p>
				)}
				<div className={`${css.drawings} ${css.below}`}>
					<Verdicts view={view} feature={feature} finding={finding} />
					<AllReadings view={view} feature={feature} gone={finding?.stale === true} />
				</div>
				<div className={css.below}>
					<Notes view={view} part={feature} />
					<Photos view={view} part={feature} />
				</div>
			</main>
		</>
	);
}

/** The label of the piece that a part belongs to, for a label printer: of rods and pistons each has its own. */
function labelOf(view: JobView, feature: FeatureView): string {
	const { component, step } = rowOf(feature.kind);
	const single = (component === "rods" || component === "pistons") && step !== "fits";
	const asked = new URLSearchParams({ of: component, roll: "true" });
	if (feature.component) asked.set("tag", feature.component);
	if (single) asked.set("number", String(feature.number));
	return `/api/v1/jobs/${view.job.id}/labels.pdf?${asked}`;
}

/** The same part in each state it was measured in, side by side. */
function States({ view, states, now }: { view: JobView; states: FeatureView[]; now: FeatureView }) {
	const unit = view.job.unit;
	return (
		<section className={`${look.panel} ${css.states}`} aria-label={featureWords.states}>
			<Table>
				<Table.Thead>
					<Table.Tr>
						<Table.Th>{featureWords.state}</Table.Th>
						<Table.Th>{featureWords.size}</Table.Th>
						<Table.Th>{featureWords.taper}</Table.Th>
						<Table.Th>{featureWords.outOfRound}</Table.Th>
						<Table.Th>{featureWords.status}</Table.Th>
					</Table.Tr>
				</Table.Thead>
				<Table.Tbody>
					{states.map((f) => {
						const found = findingOf(view, f);
						return (
							<Table.Tr key={f.id}>
								<Table.Th scope="row" data-lit={f.id === now.id}>
									<Link to={pathIn(view, `features/${f.kind}/${f.number}`, { state: f.state })} className={css.state}>
										{stateWord(f.state)}
									</Link>
								</Table.Th>
								<Table.Td className={look.figure}>
									{found?.min === undefined || found.max === undefined ? "–" : showSpan(found.min, found.max, unit)}
								</Table.Td>
								<Table.Td className={look.figure}>{found?.taper === undefined ? "–" : show(found.taper, unit)}</Table.Td>
								<Table.Td className={look.figure}>
									{found?.out_of_round === undefined ? "–" : show(found.out_of_round, unit)}
								</Table.Td>
								<Table.Td>
									<StatusMark standing={f.standing} />
								</Table.Td>
							</Table.Tr>
						);
					})}
				</Table.Tbody>
			</Table>
			{states.flatMap((f) =>
				(findingOf(view, f)?.notes ?? [])
					.filter((n) => n.code === "held")
					.map((n) => (
						<div key={n.text} className={look.note}>
							{n.text}
						</div>
					)),
			)}
		</section>
	);
}

function summary(feature: FeatureView, finding: Finding | undefined): string {
	if (!finding?.min) return "not measured";
	return featureWords.summary(finding.shape, finding.size_class ? (isBore(feature.kind) ? "oversize" : "undersize") : "standard");
}

function Verdicts({ view, feature, finding }: { view: JobView; feature: FeatureView; finding: Finding | undefined }) {
	const unit = view.job.unit;
	return (
		<section className={look.panel}>
			<Title order={2} size="h4" mb="xs">
				{featureWords.verdicts}
			</Title>
			<Table>
				<Table.Thead>
					<Table.Tr>
						<Table.Th>{featureWords.check}</Table.Th>
						<Table.Th>{featureWords.value}</Table.Th>
						<Table.Th>{featureWords.limit}</Table.Th>
						<Table.Th>{featureWords.verdict}</Table.Th>
					</Table.Tr>
				</Table.Thead>
				<Table.Tbody className={finding?.stale ? `${look.figure} ${look.struck}` : look.figure}>
					{finding?.checks.map((c) => {
						const [value, limit] = showApart(c.value, c.limit ?? c.value, unit);
						return (
							<Table.Tr key={c.name}>
								<Table.Td>{titleOf("check", c.name)}</Table.Td>
								<Table.Td>{c.name === "wear" && finding.wear ? `${show(finding.wear.min, unit)} – ${value}` : value}</Table.Td>
								<Table.Td>
									{c.limit === undefined ? "–" : limit}
									{c.source ? <div className={`${look.soft} ${css.source}`}>{wordOf("source", c.source)}</div> : null}
								</Table.Td>
								<Table.Td>
									<StatusMark standing={c.verdict} />
								</Table.Td>
							</Table.Tr>
						);
					})}
				</Table.Tbody>
			</Table>
			<Stack gap={4} mt="sm">
				{finding?.notes?.map((n) => (
					<div key={n.code + n.text}>{n.text}</div>
				))}
				{feature.blind ? <div className={look.soft}>{featureWords.thePlanItWasReadWith(feature.blind)}</div> : null}
			</Stack>
		</section>
	);
}

/** The tape of a part; readings that hold no more are struck, and all of them where the work has overtaken them. */
function AllReadings({ view, feature, gone }: { view: JobView; feature: FeatureView; gone: boolean }) {
	return (
		<section className={`${look.panel} ${look.scroll}`}>
			<Title order={2} size="h4" mb="xs">
				{featureWords.everyReading}
			</Title>
			<Table>
				<Table.Thead>
					<Table.Tr>
						<Table.Th>{featureWords.place}</Table.Th>
						<Table.Th>{featureWords.reading}</Table.Th>
						<Table.Th>{featureWords.taken}</Table.Th>
					</Table.Tr>
				</Table.Thead>
				<Table.Tbody>
					{feature.tape.map((r) => (
						<Table.Tr key={r.id} className={r.superseded_by === undefined && !gone ? undefined : look.struck}>
							<Table.Td className={look.figure}>
								{feature.stations[r.station]} ·{" "}
								{feature.columns ? feature.columns[r.direction] : `${degrees(feature)[r.direction]}°`}
							</Table.Td>
							<Table.Td className={look.figure}>
								{r.value === undefined ? (r.reason ?? "taken back") : showAs(feature.quantity, r.value, view.job.unit)}
							</Table.Td>
							<Table.Td>
								{who(r.taken_by, r.from_file)}, {dateTime(r.taken_at)}
							</Table.Td>
						</Table.Tr>
					))}
				</Table.Tbody>
			</Table>
		</section>
	);
}
