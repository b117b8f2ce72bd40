import { nextTick, standingRun } from "../../api/assembly";
import type { AssemblyTask, AssemblyView, TorqueCard } from "../../api/client";
import type { Doing } from "./use-build";

/** A run of a card, with what was done and what waits to be sent counted in: which bolts are tight, and what is next. */
export function ticksOf(view: AssemblyView, pending: Doing[], card: TorqueCard, of: number) {
	const run = standingRun(view, card.key, of);
	const sent = pending.filter((e) => e.what === "tighten" && e.card === card.key && (e.run ?? 0) === of);
	const ticked = (step: number, bolt: number) =>
		Boolean(run?.ticks[step - 1]?.[bolt - 1]) || sent.some((e) => e.step === step && e.bolt === bolt);
	return { run, ticked, next: nextTick(card, ticked), stays: run?.stays ?? sent.some((e) => e.final) };
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
