import { Alert } from "@mantine/core";
import type { WalkConcern } from "../../api/client";
import { jobWords } from "../../words/job";

const GRAVITY = {
	stop: { color: "red", word: jobWords.beforeMeasuring },
	fault: { color: "orange", word: jobWords.toPutRight },
	note: { color: "gray", word: jobWords.toKnow },
} as const;

/** What follows from the answers, gravest first. */
export function Findings({ findings }: { findings: WalkConcern[] }) {
	return (["stop", "fault", "note"] as const).map((gravity) => {
		const these = findings.filter((f) => f.gravity === gravity);
		if (these.length === 0) return null;
		return (
			<Alert key={gravity} color={GRAVITY[gravity].color} variant="light" title={GRAVITY[gravity].word}>
				{these.map((f) => (
					<div key={f.topic + f.place + f.text}>{f.text}</div>
				))}
			</Alert>
		);
	});
}
