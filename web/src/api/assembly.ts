import { type QueryClient, queryOptions, useMutation, useQueryClient } from "@tanstack/react-query";
import { type AssemblyEvent, type AssemblyView, client, type TorqueRun, unwrap } from "./client";
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

/** What the server says of a card: the order of its bolts, and what it is run for. */
const cardOf = (view: AssemblyView, card: string) => view.card_runs.find((one) => one.card === card);

/** The order over the bolts of a card. */
export const sequenceOf = (view: AssemblyView, card: string): number[] => cardOf(view, card)?.sequence ?? [];

/** What a card is run for one by one: rods, banks, or the one there is (0). */
export const runsOf = (view: AssemblyView, card: string): number[] => cardOf(view, card)?.runs.map((r) => r.of) ?? [];

/** The run of a card that stands; undefined where its bolts are loose. */
export const standingRun = (view: AssemblyView, card: string, of: number): TorqueRun | undefined =>
	view.runs[cardOf(view, card)?.runs.find((r) => r.of === of)?.standing ?? -1];

/** The usual order, while a card is typed and no server knows it: from the middle out, each column crosswise to the one before. */
export function middleOut(rows: number, columns: number): number[] {
	const far = (c: number) => Math.max(2 * c - columns + 1, columns - 1 - 2 * c);
	const order = [...Array(columns).keys()].sort((a, b) => far(a) - far(b));
	return order.flatMap((column, i) => {
		const bolts = [...Array(rows).keys()].map((row) => column * rows + row + 1);
		return i % 2 === 1 ? bolts.reverse() : bolts;
	});
}

/** The bolt and step that come next in a run, with what waits to be sent counted in; undefined when all is done. */
export function nextTick(steps: number, sequence: number[], done: (step: number, bolt: number) => boolean) {
	for (let step = 1; step <= steps; step++) for (const bolt of sequence) if (!done(step, bolt)) return { step, bolt };
	return undefined;
}
