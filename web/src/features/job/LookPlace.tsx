import { useQuery } from "@tanstack/react-query";
import { useParams } from "react-router";
import { jobQuery } from "../../api/queries";
import { Load } from "../../ui/Load";
import { useStandIn } from "../../ui/use-stand-in";
import { jobWords } from "../../words/job";
import { Grading } from "./Grading";
import { WalkItems } from "./WalkItems";
import { WalkPlace } from "./WalkPlace";

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
