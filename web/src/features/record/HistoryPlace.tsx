import { Anchor, Group, Select, Title } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { Fragment } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import type { Moment, OrderedView } from "../../api/client";
import { historyQuery, useOrdered } from "../../api/queries";
import { isKind } from "../../api/table";
import look from "../../look/look.module.css";
import { Bar } from "../../ui/Bar";
import { Load } from "../../ui/Load";
import { longDate, time } from "../../words/intl";
import { place, said } from "../../words/moments";
import { placeWords } from "../../words/places";
import { recordWords } from "../../words/record";
import { who } from "../../words/trade";
import css from "./record.module.css";

/** What happened to a job, or to one part of it, and who did it: the latest first. */
export function HistoryPlace() {
	return (
		<Load query={useOrdered(Number(useParams().id))}>
			{(view) => (
				<>
					<Bar
						trail={[
							{ text: placeWords.shop, to: "/" },
							{ text: view.job.engine, to: `/jobs/${view.job.id}` },
							{ text: placeWords.history },
						]}
					/>
					<main className={look.page}>
						<History view={view} />
					</main>
				</>
			)}
		</Load>
	);
}

/** How many moments are told. */
const MOST = 2000;

function History({ view }: { view: OrderedView }) {
	const [search, setSearch] = useSearchParams();
	const about = search.get("kind") ?? "";
	const kind = isKind(about) ? about : undefined;
	const number = Number(search.get("number") ?? 0);
	const component = search.get("component") ?? "";
	const moments = useQuery({ ...historyQuery(view.job.id, kind, number, component), placeholderData: (before) => before });
	const parts = [...new Map(view.features.map((f) => [`${f.kind}/${f.number}/${f.component ?? ""}`, f.title])).entries()];
	const choose = (part: string | null) => {
		const [chosen, n, tag] = (part ?? "").split("/");
		setSearch(chosen ? { kind: chosen, number: n ?? "", ...(tag ? { component: tag } : {}) } : {}, { replace: true });
	};
	const list = moments.data ?? [];
	return (
		<>
			<Group justify="space-between" align="end" mb="md">
				<div>
					<Title order={1}>{recordWords.whatHappenedAndWhoDidIt}</Title>
					<div className={look.soft}>
						{view.job.engine} · <span className={look.figure}>{view.job.number}</span>. {recordWords.nothingHereCanBeChangedOr}
					</div>
				</div>
				<Select
					label={recordWords.of}
					className={look.noPrint}
					data={parts.map(([value, label]) => ({ value, label }))}
					value={kind ? `${kind}/${number}/${component}` : null}
					onChange={choose}
					placeholder={recordWords.theWholeJob}
					searchable
					clearable
					clearButtonProps={{ "aria-label": recordWords.theWholeJob2 }}
				/>
			</Group>
			{moments.error ? <p className={look.wrong}>{moments.error.message}</p> : null}
			{moments.data && list.length === 0 ? <p className={look.soft}>{recordWords.nothingIsRecordedOfItYet}</p> : null}
			<ol className={css.timeline}>
				{list.map((m, i) => {
					const on = new Date(m.at);
					const date = longDate(on);
					const before = list[i - 1];
					const newDay = !before || new Date(before.at).toDateString() !== on.toDateString();
					return (
						// biome-ignore lint/suspicious/noArrayIndexKey: moments have no names, and only grow at the other end
						<Fragment key={i}>
							{newDay ? <li className={css.day}>{date}</li> : null}
							<Line view={view} moment={m} feature={kind !== undefined} />
						</Fragment>
					);
				})}
			</ol>
			{list.length >= MOST ? <p className={look.soft}>{recordWords.onlyTheLatestAreShownHere(MOST)}</p> : null}
		</>
	);
}

function Line({ view, moment, feature }: { view: OrderedView; moment: Moment; feature: boolean }) {
	const at = place(view, moment);
	const known = view.features.some((f) => f.kind === moment.kind && f.number === moment.number);
	return (
		<li data-what={moment.what}>
			<time className={`${look.figure} ${look.soft}`} dateTime={moment.at}>
				{time(moment.at)}
			</time>
			<b>{who(moment.by, moment.from_file)}</b>
			<span>
				{said(view, moment)}
				{at && !feature ? (
					<>
						{" · "}
						{known ? (
							<Anchor component={Link} to={`/jobs/${view.job.id}/history?kind=${moment.kind}&number=${moment.number}`}>
								{at}
							</Anchor>
						) : (
							at
						)}
					</>
				) : null}
			</span>
		</li>
	);
}
