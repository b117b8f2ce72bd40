import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { costsQuery, useDecided } from "../../api/queries";
import { pathIn } from "../../api/view";
import look from "../../look/look.module.css";
import { Bar } from "../../ui/Bar";
import { Load } from "../../ui/Load";
import { useStandIn } from "../../ui/use-stand-in";
import { decideWords } from "../../words/decide";
import { placeWords } from "../../words/places";
import { Rich } from "../../words/Rich";
import { Board } from "./Board";

/** One decision for every set: the ladder, the reasons, the other ways. */
export function DecidePlace() {
	const { id, set } = useParams();
	const [tried, setTried] = useState<Record<string, number>>({});
	const standIn = useStandIn();
	const costs = useQuery({ ...costsQuery(Number(id), tried, standIn), placeholderData: (before) => before });
	return (
		<Load query={useDecided(Number(id), standIn)}>
			{(view) => {
				const sets = view.decided.sets;
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
							<main className={look.page}>
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
