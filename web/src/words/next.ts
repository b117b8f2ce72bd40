import type { NextStep } from "../api/next-step";
import { setName } from "./trade";

/** What is to be done next, in words. */
export function nextWords(next: NextStep): string {
	switch (next.does) {
		case "measure":
			return `Measure ${next.title}`;
		case "again":
			return `Read again: ${next.title}`;
		case "prove":
			return `Prove ${next.title}`;
		case "sign":
			return `Decide: ${setName(next.set)}`;
		case "decide":
			return "Decide";
		case "issue":
			return "Issue the orders";
		case "build":
			return "Go on building";
		case "report":
			return "Report";
	}
}
