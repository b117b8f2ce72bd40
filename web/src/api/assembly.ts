import { type QueryClient, queryOptions, useMutation, useQueryClient } from "@tanstack/react-query";
import { type AssemblyEvent, type AssemblyView, client, type TorqueCard, type TorqueRun, unwrap } from "./client";
import { newId } from "./id";
import { at, jobQuery } from "./queries";
import type { Kind } from "./table";

/** An engine as far as it is built. */
export const assemblyQuery = (id: number) =>
	queryOptions({
		queryKey: ["assembly", id],
		queryFn: () => unwrap(client.GET("/api/v1/jobs/{id}/assembly", { params: at(id) })),
	});

/** What of it changes how parts are held, or what is bought: the job is asked for anew. */
const MOVES: AssemblyEvent["what"][] = ["tighten", "loosen", "take_back"];

/** Takes the answer to one thing that was done. */
export function keepAssembly(queries: QueryClient, id: number, view: AssemblyView, what: AssemblyEvent["what"]) {
	queries.setQueryData(assemblyQuery(id).queryKey, view);
	void queries.invalidateQueries({ queryKey: ["about", id] });
	if (MOVES.includes(what)) void queries.invalidateQueries({ queryKey: jobQuery(id).queryKey });
}

/** Signs the built engine, or opens it again. */
export function useSignAssembly(id: number) {
	const queries = useQueryClient();
	return useMutation({
		mutationFn: (body: { signed: boolean; note: string; reasons?: { key: string; text: string; reason: string }[] }) =>
			unwrap(client.POST("/api/v1/jobs/{id}/assembly/signed", { params: at(id), body: { id: newId(), ...body } })),
		onSuccess: (view) => keepAssembly(queries, id, view, "sign"),
	});
}

/** Makes the job's torque cards part of its engine card. */
export function usePlanToCard(id: number) {
	const queries = useQueryClient();
	return useMutation({
		mutationFn: () => unwrap(client.POST("/api/v1/jobs/{id}/assembly/card", { params: at(id), body: { id: newId() } })),
		onSuccess: (view) => {
			keepAssembly(queries, id, view, "plan");
			void queries.invalidateQueries({ queryKey: ["cards"] });
		},
	});
}

/** Makes the parts of a kind that came ready to be measured as new ones. */
export function useMeasureNew(id: number) {
	const queries = useQueryClient();
	return useMutation({
		mutationFn: (kind: Kind) => unwrap(client.POST("/api/v1/jobs/{id}/new-parts", { params: at(id), body: { kind } })),
		onSuccess: (view) => queries.setQueryData(jobQuery(id).queryKey, view),
	});
}

/** The order over the bolts of a card: its own, else from the middle out, each column crosswise to the one before. */
export function sequenceOf(card: Pick<TorqueCard, "rows" | "columns" | "order">): number[] {
	if (card.order && card.order.length > 0) return card.order;
	const far = (c: number) => Math.max(2 * c - card.columns + 1, card.columns - 1 - 2 * c);
	const columns = [...Array(card.columns).keys()].sort((a, b) => far(a) - far(b));
	return columns.flatMap((column, i) => {
		const rows = [...Array(card.rows).keys()].map((row) => column * card.rows + row + 1);
		return i % 2 === 1 ? rows.reverse() : rows;
	});
}

/** The run of a card that stands; undefined where its bolts are loose. */
export const standingRun = (view: AssemblyView, card: string, of: number): TorqueRun | undefined =>
	view.runs.filter((r) => r.card === card && r.of === of && !r.loose).at(-1);

/** What a card is run for one by one: rods, banks, or the one there is (0). */
export function runsOf(card: TorqueCard, layout: { cylinders: number; arrangement: string }): number[] {
	const banks = layout.arrangement === "inline" ? 1 : 2;
	const n = card.group === "rod" ? layout.cylinders : ["head", "plate", "stud"].includes(card.group) && banks > 1 ? banks : 0;
	return n === 0 ? [0] : [...Array(n).keys()].map((i) => i + 1);
}

/** The bolt and step that come next in a run, with what waits to be sent counted in; undefined when all is done. */
export function nextTick(card: TorqueCard, done: (step: number, bolt: number) => boolean) {
	for (let step = 1; step <= card.steps.length; step++)
		for (const bolt of sequenceOf(card)) if (!done(step, bolt)) return { step, bolt };
	return undefined;
}
