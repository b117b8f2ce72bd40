import { nextTick, sequenceOf, standingRun } from "../../api/assembly";
import type { AssemblyTask, AssemblyView, TorqueCard } from "../../api/client";
import type { Doing } from "./use-build";

/** The bolts that are loosened: one, those of a cap, or all of the card. */
function loosened(card: TorqueCard, e: Doing): number[] {
	if (e.bolt) return [e.bolt];
	const of = (column: number) => Array.from({ length: card.rows }, (_, row) => column * card.rows + row + 1);
	return e.cap ? of(e.cap - 1) : Array.from({ length: card.columns }, (_, column) => of(column)).flat();
}

/** A run of a card, with what was done and what waits to be sent counted in: which bolts are tight, and what is next. */
export function ticksOf(view: AssemblyView, pending: Doing[], card: TorqueCard, of: number) {
	const run = standingRun(view, card.key, of);
	const sent = pending.filter((e) => e.card === card.key && (e.run ?? 0) === of);
	const done = new Set(
		(run?.ticks ?? []).flatMap((ticks, i) => (ticks ?? []).flatMap((t, n) => (t ? [`${i + 1}/${n + 1}`] : []))),
	);
	for (const e of sent) {
		if (e.what === "tighten") done.add(`${e.step}/${e.bolt}`);
		if (e.what === "loosen")
			for (const bolt of loosened(card, e)) for (const i of card.steps.keys()) done.delete(`${i + 1}/${bolt}`);
	}
	const ticked = (step: number, bolt: number) => done.has(`${step}/${bolt}`);
	return {
		run,
		ticked,
		next: nextTick(card.steps.length, sequenceOf(view, card.key), ticked),
		stays: run?.stays ?? sent.some((e) => e.what === "tighten" && e.final),
	};
}

/** Whether a task is done, or what is on its way does it. */
export function isDone(view: AssemblyView, pending: Doing[], t: AssemblyTask): boolean {
	if (t.done) return true;
	const card = t.what === "tighten" ? view.plan.cards.find((c) => c.key === t.card) : undefined;
	if (card) {
		const { next, stays } = ticksOf(view, pending, card, t.number);
		return next === undefined && stays;
	}
	return pending.some(
		(e) =>
			e.what === t.what && (e.number ?? 0) === t.number && (e.ring ?? "") === (t.ring ?? "") && (e.kind ?? "") === (t.kind ?? ""),
	);
}
