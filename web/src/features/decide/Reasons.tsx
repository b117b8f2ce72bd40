import { Link } from "react-router";
import type { CostsView, DecisionSet, JobView, Option } from "../../api/client";
import type { Kind, Role } from "../../api/table";
import { roleOf, wordOf } from "../../api/table";
import { featureOf, findingOf, partsOf, pathIn } from "../../api/view";
import { sameWay } from "../../api/way";
import { Along } from "../../drawing/Along";
import { DeckMap } from "../../drawing/DeckMap";
import { Ladder } from "../../drawing/Ladder";
import { Ranges } from "../../drawing/Ranges";
import look from "../../look/look.module.css";
import { showSpan } from "../../quantity/length";
import { askWords } from "../../words/asks";
import { decideWords } from "../../words/decide";
import { days, money } from "../../words/intl";
import { setName } from "../../words/trade";
import { alongOf } from "./along-of";
import css from "./decide.module.css";
import { deckLines, drawnOf } from "./rows-of";
import { rungsOf } from "./rungs";
import { shortName } from "./words-of";

/** Why it is this way: what decides, what caused it, the sizes on the ladder, and what was not judged. */
export function Reasons({
	view,
	set,
	way,
	costs,
}: {
	view: JobView;
	set: DecisionSet;
	way: { action: string; step: number };
	costs: CostsView | undefined;
}) {
	const { job } = view;
	const said = (role: Role) => set.reasons.filter((r) => roleOf(r) === role);
	const [lead, caused, remarks] = [said("lead"), said("cause"), said("remark")];
	return (
		<>
			{lead.map((r) => (
				<p key={r.code + r.text} className={css.lead}>
					{r.text}
				</p>
			))}
			<ul className={css.findings}>
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
			{set.reasons.some((r) => r.code === "misses_aim") ? <Dearer set={set} costs={costs} /> : null}
			{set.ladder && set.ladder.length > 0 ? (
				<>
					<Ladder
						title={decideWords.sizesTheCouldHave(setName(set.set).toLowerCase())}
						system={job.unit}
						sign={set.set === "cylinders" ? 1 : -1}
						members={set.ladder.map((r) => ({ ...r, label: shortName(r.feature.kind, r.feature.number) }))}
						rungs={rungsOf(view, set, way)}
					/>
					<p className={look.soft}>{set.set === "cylinders" ? decideWords.ladderOfCylinders : decideWords.ladderOfJournals}</p>
					<Along title={decideWords.alongItsLength(setName(set.set))} {...alongOf(view, set)} />
					<p className={look.soft}>{decideWords.alongSays}</p>
				</>
			) : null}
			{set.ladder && set.ladder.length > 0 ? null : <Drawings view={view} set={set} />}
			<Members view={view} set={set} />
			{(set.not_seen ?? []).length > 0 ? (
				<details>
					<summary className={look.soft}>{decideWords.notSeen(set.not_seen?.length ?? 0)}</summary>
					<ul>
						{set.not_seen?.map((u) => (
							<li key={u.says.text}>{u.says.text}</li>
						))}
					</ul>
				</details>
			) : null}
			{remarks.length > 0 ? (
				<details>
					<summary className={look.soft}>{decideWords.onWhatWasNotJudged(remarks.length)}</summary>
					<ul>
						{remarks.map((r) => (
							<li key={r.text}>{r.text}</li>
						))}
					</ul>
				</details>
			) : null}
		</>
	);
}

/** What the way costs that would reach what is aimed at, where what is advised misses it. */
function Dearer({ set, costs }: { set: DecisionSet; costs: CostsView | undefined }) {
	const ways = costs?.choices.find((c) => c.set === set.set)?.ways ?? [];
	const of = (o: Option | undefined) => ways.find((w) => o && w.option === set.options.indexOf(o));
	const advised = of(set.options.find((o) => o.feasible && sameWay(o, set)));
	const next = set.options.find((o) => o.feasible && o.action === "grind" && !o.method);
	const dearer = of(next);
	if (!costs || !advised || !next || !dearer) return null;
	return (
		<p className={look.soft}>
			{decideWords.reachingTheAim(
				money(dearer.cost - advised.cost, costs.currency),
				days(Math.max(0, dearer.days - advised.days)),
			)}
		</p>
	);
}

/** Every member in its range, on a scale for each check. */
function Drawings({ view, set }: { view: JobView; set: DecisionSet }) {
	const drawn = drawnOf(view, set);
	const decks = set.set === "deck" ? partsOf(view, "deck").map((p) => p.feature) : [];
	if (drawn.length + decks.length === 0) return null;
	return (
		<>
			{decks.map((deck) => (
				<section key={deck.number} aria-label={decideWords.gapsOf(deck.title)}>
					<h2 className={css.small}>{decideWords.gapsOf(deck.title)}</h2>
					<DeckMap
						lines={deckLines(deck)}
						limit={findingOf(view, deck)?.checks[0]?.limit}
						standing={deck.standing}
						cylinders={view.job.cylinders / partsOf(view, "deck").length}
						system={view.job.unit}
						title={decideWords.gapsOf(deck.title)}
					/>
				</section>
			))}
			{drawn.map((d) => (
				<section key={d.title} aria-label={d.title}>
					<h2 className={css.small}>{d.title}</h2>
					<Ranges rows={d.rows} system={view.job.unit} title={decideWords.eachIn(d.title)} />
				</section>
			))}
			<p className={look.soft}>{decideWords.rangesMean}</p>
		</>
	);
}

/** What happens to each part, where they are not all treated alike. */
function Members({ view, set }: { view: JobView; set: DecisionSet }) {
	const kinds = new Set(set.members.map((m) => m.action));
	if (kinds.size < 2) return null;
	return (
		<>
			<h2 className={css.small}>{askWords.members}</h2>
			<ul className={css.findings}>
				{set.members.map((m) => (
					<li key={`${m.feature.kind}-${m.feature.number}`}>
						{featureOf(view, m.feature.kind, m.feature.number)?.title ?? `${setName(set.set)} ${m.feature.number}`}:{" "}
						<b>{wordOf("does", m.action)}</b>
						{m.finished ? `, ${showSpan(m.finished.min, m.finished.max, view.job.unit)}` : ""}
					</li>
				))}
			</ul>
		</>
	);
}

function ReasonLink({ view, feature, children }: { view: JobView; feature: { kind: Kind; number: number }; children: string }) {
	return (
		<Link to={pathIn(view, `features/${feature.kind}/${feature.number}`)} className={css.reason}>
			{children}
		</Link>
	);
}
