import { benchWords } from "../../words/bench";
import classes from "./bench.module.css";

/** Whether everything entered is with the server. */
export function SavedWord({ waiting, away, others }: { waiting: number; away: boolean; others: string[] }) {
	if (others.length > 0) return <b className={classes.unsaved}>{benchWords.entriesOfWaitForTheirSign(others.join(", "))}</b>;
	if (away) return <b className={classes.unsaved}>{benchWords.notConnectedHere(waiting)}</b>;
	return (
		<span className="soft" aria-live="polite">
			{waiting > 0 ? benchWords.saving : benchWords.saved}
		</span>
	);
}
