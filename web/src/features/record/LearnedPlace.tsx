import { Title } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { Link, useSearchParams } from "react-router";
import type { LearnedView } from "../../api/client";
import { learnedQuery } from "../../api/queries";
import { plural } from "../../api/table";
import { WearByPlace } from "../../drawing/WearByPlace";
import look from "../../look/look.module.css";
import { show } from "../../quantity/length";
import { Bar } from "../../ui/Bar";
import { Load } from "../../ui/Load";
import { placeWords } from "../../words/places";
import { recordWords } from "../../words/record";
import css from "./record.module.css";

/** How the parts of an engine usually come in: their wear by position, over all its jobs. */
export function LearnedPlace() {
	const engine = useSearchParams()[0].get("engine") ?? "";
	return (
		<Load query={useQuery(learnedQuery(engine))}>
			{(learned) => (
				<>
					<Bar
						trail={[
							{ text: placeWords.shop, to: "/" },
							{ text: placeWords.search, to: `/search?text=${encodeURIComponent(engine)}` },
							{ text: recordWords.wearHistory },
						]}
					/>
					<main className={look.page}>
						<Title order={1}>{recordWords.typicalWearOf(engine)}</Title>
						<Learned learned={learned} />
					</main>
				</>
			)}
		</Load>
	);
}

function Learned({ learned }: { learned: LearnedView }) {
	const kinds = [...new Set(learned.parts.map((p) => p.kind))];
	if (kinds.length === 0) {
		return (
			<p>
				{learned.jobs === 0 ? recordWords.noJobOfAnEngineBy : recordWords.noneOfItsJobsHasBoth}{" "}
				<Link to="/search">{recordWords.search}</Link>
			</p>
		);
	}
	return (
		<>
			<p className={look.soft}>{recordWords.asFoundAndOfStandardSize(learned.jobs)}</p>
			<div className={look.twin}>
				{kinds.map((kind) => {
					const parts = learned.parts.filter((p) => p.kind === kind);
					const worst = parts.reduce((a, b) => (b.median > a.median ? b : a));
					return (
						<section key={kind} className={look.panel}>
							<Title order={2} size="h4">
								{plural(kind)}
							</Title>
							<p className={css.told}>
								{parts.length > 1 && parts.some((p) => p.median < worst.median)
									? recordWords.numberWearsMostMedianOverAll(worst.number, show(worst.median, learned.unit), learned.unit)
									: recordWords.allWearAlikeMedianOverAll(show(worst.median, learned.unit), learned.unit)}
							</p>
							<WearByPlace title={recordWords.wearOfByNumber(plural(kind))} parts={parts} unit={learned.unit} />
						</section>
					);
				})}
			</div>
		</>
	);
}
