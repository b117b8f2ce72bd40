import look from "../../look/look.module.css";
import { jobWords } from "../../words/job";
/** Says that a promised day is over already; it may be meant so, for work that is late as it comes in. */
export function PastDay({ on }: { on: string }) {
	const today = new Date();
	const now = `${today.getFullYear()}-${String(today.getMonth() + 1).padStart(2, "0")}-${String(today.getDate()).padStart(2, "0")}`;
	if (on === "" || on >= now) return null;
	return (
		<p className={look.wrong} role="status">
			{jobWords.thePromisedDayIsOverAlready}
		</p>
	);
}
