import { useState } from "react";
import type { Cell } from "../../api/client";
import type { Place } from "../../api/queue";
import { useDraft } from "./use-draft";

/** The place at which something is entered, the digits so far, and what is said of them. */
export function useCell(place: Place, first: () => Cell) {
	const { at, setAt, typed, setTyped } = useDraft(place, first);
	const [hint, setHint] = useState("");
	const [repeating, setRepeat] = useState(false);
	/** Whether its person went to this place: then a reading that is there is meant to be replaced. */
	const [chosen, setChosen] = useState(false);
	/** What would replace a reading at a place that nobody chose; a second Enter says yes. */
	const [asking, setAsking] = useState("");
	/** Goes to a place with nothing typed yet. */
	const start = (cell: Cell, byHand = false) => {
		setAt(cell);
		setRepeat(false);
		setTyped("");
		setHint("");
		setChosen(byHand);
		setAsking("");
	};
	const type = (text: string) => {
		setTyped(text);
		setHint("");
		setAsking("");
	};
	return { at, setAt, typed, setTyped, hint, setHint, repeating, setRepeat, chosen, asking, setAsking, start, type };
}
