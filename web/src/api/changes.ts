import { type QueryClient, useMutation, useQueryClient } from "@tanstack/react-query";
import {
	type AnewBody,
	type AnswerBody,
	asker,
	type ComponentBody,
	type ConditionBody,
	client,
	type DecisionBody,
	type GaugeBody,
	type GaugeCheckBody,
	type JobHead,
	type JobView,
	type LimitSet,
	type NewJob,
	type NoteBody,
	type OrderEventBody,
	type Outcome,
	type Policy,
	type RateCard,
	type ReadingAnswer,
	type ReplacementBody,
	type Sheet,
	type StandIn,
	unwrap,
} from "./client";
import { fileMarks, newId, useIds } from "./id";
import { patched } from "./patch";
import { at, buildQuery, decisionsQuery, jobQuery, localQuery, ratesQuery, shopQuery } from "./queries";
import type { Kind } from "./table";

/** A feature of a job, by name. */
interface Place {
	kind: Kind;
	number: number;
	state: string;
	component?: string;
}

/** Says which version was changed: where somebody else was quicker, the server refuses. */
export const ifMatch = (version: number) => ({ "If-Match": `"${version}"` });

export function useSetRates() {
	const queries = useQueryClient();
	return useMutation({
		mutationFn: ({ version, ...body }: RateCard & { version: number }) =>
			unwrap(client.PUT("/api/v1/rates", { params: { header: ifMatch(version) }, body })),
		onSuccess: (view) => {
			queries.setQueryData(ratesQuery.queryKey, view);
			void queries.invalidateQueries({ queryKey: ["jobs"] });
			void queries.invalidateQueries({ queryKey: ["costs"] });
		},
	});
}

/** Puts a job as the server answered it where every place looks. */
export async function keep(queries: QueryClient, view: JobView) {
	const { queryKey } = jobQuery(view.job.id, view.stand_in);
	// An answer asked for earlier must not come after this one; what is cancelled goes back to what was there before it.
	await queries.cancelQueries({ queryKey, exact: true });
	queries.setQueryData(queryKey, view);
	othersOf(queries, view.job.id, queryKey);
}

/** Puts what a reading changed into the job; where others changed it meanwhile, the job is asked for whole. */
export async function take(queries: QueryClient, job: number, answer: ReadingAnswer) {
	const { queryKey } = jobQuery(job, answer.stand_in);
	const asked = queries.isFetching({ queryKey, exact: true }) > 0;
	await queries.cancelQueries({ queryKey, exact: true });
	const view = queries.getQueryData(queryKey);
	if (view?.change === answer.follows) {
		queries.setQueryData(queryKey, patched(view, answer));
		// What was cancelled may have been asked for because of others.
		if (asked) await queries.invalidateQueries({ queryKey, exact: true });
	} else if (!view || view.change < answer.change) await queries.invalidateQueries({ queryKey, exact: true });
	othersOf(queries, job, queryKey);
}

/** What else is looked at of a job that changed, a component beside it or the engine without that one, is asked for again. */
function othersOf(queries: QueryClient, job: number, queryKey: readonly unknown[]) {
	void queries.invalidateQueries({ queryKey: ["job", job], predicate: (q) => q.queryKey.length !== queryKey.length });
	void queries.invalidateQueries({ queryKey: ["jobs"] });
	void queries.invalidateQueries({ queryKey: ["costs"] });
	void queries.invalidateQueries({ queryKey: ["about", job] });
	void queries.invalidateQueries({ queryKey: ["assembly", job] });
}

/** A change of one job that answers with the job as it then stands. */
function useChange<B>(send: (body: B) => Promise<JobView>, job: number) {
	const queries = useQueryClient();
	return useMutation({ mutationFn: send, scope: { id: `job ${job}` }, onSuccess: (view) => keep(queries, view) });
}

/** Signs a set after what was on the screen; where somebody else signed meanwhile, the server refuses and the page shows it. */
export function useDecide(id: number, standIn?: StandIn) {
	const queries = useQueryClient();
	const { queryKey } = decisionsQuery(id, standIn);
	return useMutation({
		scope: { id: `job ${id}` },
		mutationFn: (body: Omit<DecisionBody, "after">) => {
			const seen =
				queries.getQueryData(queryKey)?.decisions.filter((d) => d.set === body.set && d.component === body.component) ?? [];
			const after = Math.max(0, ...seen.map((d) => d.seq));
			return unwrap(client.POST("/api/v1/jobs/{id}/decisions", { params: at(id), body: { ...body, after } }));
		},
		onSuccess: (view) => keep(queries, view),
		onError: () =>
			Promise.all([jobQuery(id, standIn).queryKey, queryKey].map((key) => queries.invalidateQueries({ queryKey: key }))),
	});
}

export const useIssueOrders = (id: number) =>
	useChange(
		(body: { sheets: Sheet["name"][]; sure?: boolean }) =>
			unwrap(client.POST("/api/v1/jobs/{id}/orders", { params: at(id), body })),
		id,
	);

export const useSayOfOrder = (id: number) =>
	useChange(
		({ order, ...body }: OrderEventBody & { order: string }) =>
			unwrap(client.POST("/api/v1/jobs/{id}/orders/{order}/events", { params: { path: { id, order } }, body })),
		id,
	);

export const useSetGauge = (id: number) =>
	useChange((body: GaugeBody) => unwrap(client.POST("/api/v1/jobs/{id}/gauges", { params: at(id), body })), id);

export const useWorkOutAnew = (id: number) =>
	useChange((body: AnewBody) => unwrap(client.POST("/api/v1/jobs/{id}/readings-anew", { params: at(id), body })), id);

export const useCheckGauge = (id: number) =>
	useChange((body: GaugeCheckBody) => unwrap(client.POST("/api/v1/jobs/{id}/gauge-checks", { params: at(id), body })), id);

export const useSetCondition = (id: number) =>
	useChange((body: ConditionBody) => unwrap(client.POST("/api/v1/jobs/{id}/conditions", { params: at(id), body })), id);

/** Answers on the walk; they show at once, and are taken back where the server refuses them. */
export function useAnswer(id: number) {
	const queries = useQueryClient();
	const { queryKey } = jobQuery(id);
	return useMutation({
		scope: { id: `job ${id}` },
		mutationFn: (body: { answers: AnswerBody[]; sure?: boolean }) =>
			unwrap(client.POST("/api/v1/jobs/{id}/answers", { params: at(id), body })),
		onMutate: ({ answers }) => {
			queries.setQueryData(queryKey, (view) => {
				if (!view) return view;
				const others = view.walk.answers.filter((a) => !answers.some((b) => b.topic === a.topic && b.place === a.place));
				const given = answers.filter((a) => a.value !== "").map((a) => ({ ...a, seq: 0, said_by: asker(), said_at: "" }));
				return { ...view, walk: { ...view.walk, answers: [...others, ...given] } };
			});
		},
		onSuccess: (view) => keep(queries, view),
		onError: () => queries.invalidateQueries({ queryKey }),
	});
}

export const useAddState = (id: number) =>
	useChange(
		(body: { kind: Kind; state: string; component?: string; quick?: boolean }) =>
			unwrap(client.POST("/api/v1/jobs/{id}/states", { params: at(id), body })),
		id,
	);

export const useAddPlace = (id: number) =>
	useChange(
		(body: Place & { station: string; direction: number }) =>
			unwrap(client.POST("/api/v1/jobs/{id}/places", { params: at(id), body })),
		id,
	);

export const useAddUnworn = (id: number) =>
	useChange(
		(body: Place & { reading: string; size: number }) =>
			unwrap(client.POST("/api/v1/jobs/{id}/unworn", { params: at(id), body })),
		id,
	);

export const useAddParts = (id: number) =>
	useChange(
		(body: { kind: Kind; count: number; component?: string }) =>
			unwrap(client.POST("/api/v1/jobs/{id}/parts", { params: at(id), body })),
		id,
	);

/** Takes a component out of the engine with everything measured of it, or takes that back. */
export const useRetire = (id: number) =>
	useChange(
		({ component, ...body }: { component: string; id: string; retired: boolean; for?: string; reason?: string }) =>
			unwrap(client.POST("/api/v1/jobs/{id}/components/{component}/retirements", { params: { path: { id, component } }, body })),
		id,
	);

export const useAddComponent = (id: number) =>
	useChange((body: ComponentBody) => unwrap(client.POST("/api/v1/jobs/{id}/components", { params: at(id), body })), id);

export const useReplaceComponent = (id: number) =>
	useChange(
		({ component, ...body }: ReplacementBody & { component: string }) =>
			unwrap(client.POST("/api/v1/jobs/{id}/components/{component}/replacements", { params: { path: { id, component } }, body })),
		id,
	);

/** Takes a component back that was added or told by mistake. */
export const useTakeOff = (id: number) =>
	useChange(
		(component: string) =>
			unwrap(client.DELETE("/api/v1/jobs/{id}/components/{component}", { params: { path: { id, component } } })),
		id,
	);

export const useAddNote = (id: number) =>
	useChange((body: NoteBody) => unwrap(client.POST("/api/v1/jobs/{id}/notes", { params: at(id), body })), id);

export const useWithdrawNote = (id: number) =>
	useChange(
		({ note, withdrawn }: { note: string; withdrawn: boolean }) =>
			unwrap(client.PUT("/api/v1/jobs/{id}/notes/{note}", { params: { path: { id, note } }, body: { withdrawn } })),
		id,
	);

/** Fills an empty shop with the sample's jobs, or takes them away again. */
export function useSample() {
	const queries = useQueryClient();
	return useMutation({
		mutationFn: (there: boolean) => unwrap(there ? client.POST("/api/v1/shop/sample") : client.DELETE("/api/v1/shop/sample")),
		// What was there of their jobs is of others with the same numbers from now on.
		onSuccess: () => queries.resetQueries({ predicate: (q) => q.queryKey[0] !== "table" }),
	});
}

/** Says in which unit new jobs and cards begin. */
export function useSetUnit() {
	const queries = useQueryClient();
	return useMutation({
		mutationFn: (unit: "in" | "mm") => unwrap(client.PUT("/api/v1/shop/unit", { body: { unit } })),
		onSuccess: (shop) => queries.setQueryData(shopQuery.queryKey, shop),
	});
}

export const useSetHead = (id: number) =>
	useChange(
		({ version, ...body }: JobHead & { version: number }) =>
			unwrap(client.PUT("/api/v1/jobs/{id}/head", { params: { ...at(id), header: ifMatch(version) }, body })),
		id,
	);

export function useAddPhoto(id: number) {
	const ids = useIds();
	return useChange(
		({ file, ...of }: { file: File; caption: string; kind?: Kind; number?: number; component?: string | undefined }) =>
			unwrap(
				client.POST("/api/v1/jobs/{id}/photos", {
					params: { ...at(id), query: { photo: ids.of([id, of, fileMarks(file)]), ...of } },
					body: "",
					bodySerializer: () => file,
					headers: { "Content-Type": "application/octet-stream" },
				}),
			),
		id,
	);
}

export const useRemovePhoto = (id: number) =>
	useChange(
		(photo: string) => unwrap(client.DELETE("/api/v1/jobs/{id}/photos/{photo}", { params: { path: { id, photo } } })),
		id,
	);

/** Looks into a CSV of readings, or takes it into the job. */
export function useImportReadings(id: number) {
	const queries = useQueryClient();
	return useMutation({
		mutationFn: ({ text, take }: { text: string; take: boolean }) =>
			unwrap(client.POST("/api/v1/jobs/{id}/readings-files", { params: { ...at(id), query: { take } }, body: { text } })),
		onSuccess: (_, { take }) => {
			if (take) void queries.invalidateQueries({ queryKey: ["job", id] });
		},
	});
}

export const useSetPlan = (id: number) =>
	useChange(
		({ kind, ...body }: { kind: Kind; plan: string; component?: string }) =>
			unwrap(client.PUT("/api/v1/jobs/{id}/plans/{kind}", { params: { path: { id, kind } }, body })),
		id,
	);

export const useSetQuick = (id: number) =>
	useChange(
		({ kind, ...body }: { kind: Kind; quick: boolean; component?: string }) =>
			unwrap(client.PUT("/api/v1/jobs/{id}/plans/{kind}/quick", { params: { path: { id, kind } }, body })),
		id,
	);

export const useSetFitted = (id: number) =>
	useChange(
		(body: Place & { step?: number; shell: number; used?: boolean }) =>
			unwrap(client.PUT("/api/v1/jobs/{id}/fitted", { params: at(id), body })),
		id,
	);

export const useSetJudgement = (id: number) =>
	useChange(
		({ version, sure, ...body }: { version: number; sure: boolean; limits: LimitSet; policy: Policy; card?: string }) =>
			unwrap(
				client.PUT("/api/v1/jobs/{id}/judgement", {
					params: { ...at(id), query: { sure }, header: { "If-Match": String(version) } },
					body,
				}),
			),
		id,
	);

/** Reads limits and policy out of a card or an open file; nothing is stored. */
export const useReadCard = () =>
	useMutation({ mutationFn: (text: string) => unwrap(client.POST("/api/v1/cards/read", { body: { text } })) });

/** Chooses the policy that new jobs of a unit start with. */
export const useSetShopPolicy = () =>
	useMutation({
		mutationFn: async ({ unit, policy }: { unit: "in" | "mm"; policy: Policy }) => {
			// The button says outright what new jobs start with, whatever they did before.
			const now = await client.GET("/api/v1/policies/{unit}", { params: { path: { unit } } });
			const header = { "If-Match": now.response.headers.get("ETag") ?? "" };
			return unwrap(client.PUT("/api/v1/policies/{unit}", { params: { path: { unit }, header }, body: policy }));
		},
	});

/** Settles which part goes where. */
export function useSettle(id: number) {
	const queries = useQueryClient();
	return useMutation({
		mutationFn: ({ kind, parts }: { kind: Kind; parts: number[] }) =>
			unwrap(client.POST("/api/v1/jobs/{id}/matchings", { params: at(id), body: { id: newId(), kind, parts } })),
		onSuccess: (view) => queries.setQueryData(buildQuery(id).queryKey, view),
	});
}

export function useCreateJob() {
	const queries = useQueryClient();
	const ids = useIds();
	return useMutation({
		mutationFn: (body: Omit<NewJob, "id">) => unwrap(client.POST("/api/v1/jobs", { body: { ...body, id: ids.of(body) } })),
		onSuccess: (view) => {
			ids.done();
			keep(queries, view);
		},
	});
}

/** Looks into an open file, or takes it as a new job. */
export function useImportFile() {
	const queries = useQueryClient();
	const ids = useIds();
	return useMutation({
		mutationFn: ({ text, take }: { text: string; take: boolean }) =>
			unwrap(client.POST("/api/v1/imports", { params: { query: take ? { take, id: ids.of(text) } : { take } }, body: { text } })),
		onSuccess: () => void queries.invalidateQueries({ queryKey: ["jobs"] }),
	});
}

/** Takes in a job with its whole record, from a file that Ledge wrote. */
export function useTakeArchive() {
	const queries = useQueryClient();
	const ids = useIds();
	return useMutation({
		mutationFn: (file: File) =>
			unwrap(
				client.POST("/api/v1/archives", {
					params: { query: { id: ids.of(fileMarks(file)) } },
					body: "",
					bodySerializer: () => file,
					headers: { "Content-Type": "application/octet-stream" },
				}),
			),
		onSuccess: () => void queries.invalidateQueries({ queryKey: ["jobs"] }),
	});
}

/** Makes a link to the report; its token is told this once. */
export function useShare(id: number) {
	const queries = useQueryClient();
	const ids = useIds();
	return useMutation({
		mutationFn: (whom: string) =>
			unwrap(client.POST("/api/v1/jobs/{id}/shares", { params: at(id), body: { id: ids.of(whom), for: whom } })),
		onSuccess: () => {
			ids.done();
			void queries.invalidateQueries({ queryKey: ["about", id] });
		},
	});
}

/** Lets a link open the report for longer. */
export function useRenewShare(id: number) {
	const queries = useQueryClient();
	return useMutation({
		mutationFn: (share: string) =>
			unwrap(client.POST("/api/v1/jobs/{id}/shares/{share}/renewed", { params: { path: { id, share } } })),
		onSuccess: () => void queries.invalidateQueries({ queryKey: ["about", id] }),
	});
}

export function useRevokeShare(id: number) {
	const queries = useQueryClient();
	return useMutation({
		mutationFn: (share: string) => unwrap(client.DELETE("/api/v1/jobs/{id}/shares/{share}", { params: { path: { id, share } } })),
		onSuccess: () => void queries.invalidateQueries({ queryKey: ["about", id] }),
	});
}

type ClosingBody = { closed: boolean; outcome?: Outcome; reason?: string };

export const useCloseJob = (id: number) =>
	useChange((body: ClosingBody) => unwrap(client.PUT("/api/v1/jobs/{id}/closed", { params: at(id), body })), id);

/** Takes a state of a kind back while nothing is recorded in it. */
export const useRemoveState = (id: number) =>
	useChange(
		({ component, ...of }: { kind: Kind; state: string; component?: string }) =>
			unwrap(client.DELETE("/api/v1/jobs/{id}/states/{kind}/{state}", { params: { path: { id, ...of }, query: { component } } })),
		id,
	);

/** Takes a part back that was added by mistake. */
export const useRemovePart = (id: number) =>
	useChange(
		({ component, ...of }: { kind: Kind; number: number; component?: string }) =>
			unwrap(client.DELETE("/api/v1/jobs/{id}/parts/{kind}/{number}", { params: { path: { id, ...of }, query: { component } } })),
		id,
	);

export const useRestorePhoto = (id: number) =>
	useChange(
		(photo: string) => unwrap(client.POST("/api/v1/jobs/{id}/photos/{photo}/restored", { params: { path: { id, photo } } })),
		id,
	);

export function useSetLocal() {
	const queries = useQueryClient();
	return useMutation({
		mutationFn: ({ version, ...body }: { locale: string; time_zone: string; version: number }) =>
			unwrap(client.PUT("/api/v1/shop/local", { params: { header: ifMatch(version) }, body })),
		onSuccess: (local) => queries.setQueryData(localQuery.queryKey, local),
	});
}

export function useSetShop() {
	const queries = useQueryClient();
	return useMutation({
		mutationFn: ({ version, ...body }: { public_url: string; version: number }) =>
			unwrap(client.PUT("/api/v1/shop", { params: { header: ifMatch(version) }, body })),
		onSuccess: (shop) => queries.setQueryData(shopQuery.queryKey, shop),
	});
}
