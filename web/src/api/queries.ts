import { queryOptions, skipToken, type UseQueryResult, useQuery } from "@tanstack/react-query";
import {
	type AnewBody,
	type Component,
	client,
	type DecidedView,
	type JobView,
	type LimitSet,
	type OrderedView,
	type Policy,
	type StandIn,
	unwrap,
} from "./client";
import type { Kind, SetName } from "./table";
import type { Way } from "./way";

export const at = (id: number) => ({ path: { id } });

/** How many jobs a page of the shop's list has. */
export const JOBS_A_PAGE = 25;

/** The first jobs of the shop's list, those that fit a search, and how many there are. */
export const jobsQuery = (search: string, most: number = JOBS_A_PAGE) =>
	queryOptions({
		queryKey: ["jobs", search, most],
		queryFn: async () => {
			const answer = client.GET("/api/v1/jobs", { params: { query: { search, most } } });
			const jobs = await unwrap(answer);
			return { jobs, total: Number((await answer).response.headers.get("Ledge-Total") ?? jobs.length) };
		},
	});

/** A job as its engine stands, or one component beside it in the place of its like. */
export const jobQuery = (id: number, standIn?: StandIn) =>
	queryOptions({
		queryKey: standIn ? ["job", id, standIn.of, standIn.tag] : ["job", id],
		queryFn: (): Promise<JobView> => unwrap(client.GET("/api/v1/jobs/{id}", { params: { path: { id }, query: { ...standIn } } })),
	});

/** A job, or one component beside it in the place of its like. */
export const useJob = (id: number, standIn?: StandIn) => useQuery(jobQuery(id, standIn));

/** The sets of a job, their reasons and ways, and who signed them. */
export const decisionsQuery = (id: number, standIn?: StandIn) =>
	queryOptions({
		queryKey: ["about", id, "decisions", standIn],
		queryFn: () => unwrap(client.GET("/api/v1/jobs/{id}/decisions", { params: { path: { id }, query: { ...standIn } } })),
	});

/** What is ordered of a job, with its proof. */
const ordersQuery = (id: number) =>
	queryOptions({
		queryKey: ["about", id, "orders"],
		queryFn: () => unwrap(client.GET("/api/v1/jobs/{id}/orders", { params: at(id) })),
	});

/** Two answers as one, as soon as both are there. */
function both<A, B, T>(a: UseQueryResult<A>, b: UseQueryResult<B>, as: (a: A, b: B) => T): UseQueryResult<T> {
	const first = a.data === undefined ? a : b;
	return { ...first, data: a.data === undefined || b.data === undefined ? undefined : as(a.data, b.data) } as UseQueryResult<T>;
}

/** A job for a place that shows its sets. */
export const useDecided = (id: number, standIn?: StandIn): UseQueryResult<DecidedView> =>
	both(useJob(id, standIn), useQuery(decisionsQuery(id, standIn)), (job, decided) => ({ ...job, decided }));

/** A job for a place that shows what is ordered of it. */
export const useOrdered = (id: number): UseQueryResult<OrderedView> =>
	both(useJob(id), useQuery(ordersQuery(id)), (job, orders) => ({ ...job, orders }));

export const plansQuery = queryOptions({
	queryKey: ["plans"],
	queryFn: () => unwrap(client.GET("/api/v1/plans")),
	staleTime: Number.POSITIVE_INFINITY,
});

/** What each plan for a kind passes of a hundred sets with one bad part, at a job's limits and gauge. */
export const powerQuery = (id: number, kind: Kind) =>
	queryOptions({
		queryKey: ["power", id, kind],
		queryFn: () => unwrap(client.GET("/api/v1/jobs/{id}/plans/{kind}/power", { params: { path: { id, kind } } })),
	});

/** What a job costs and when it is ready with other ways than the standing ones; options by set. */
export const costsQuery = (id: number, options: Record<string, number>, standIn?: StandIn) =>
	queryOptions({
		queryKey: ["costs", id, options, standIn],
		queryFn: () =>
			unwrap(client.POST("/api/v1/jobs/{id}/costs", { params: { ...at(id), query: { ...standIn } }, body: { options } })),
	});

/** The policy that new jobs and cards of a unit start with. */
export const policyQuery = (unit: "in" | "mm") =>
	queryOptions({
		queryKey: ["policies", unit],
		queryFn: () => unwrap(client.GET("/api/v1/policies/{unit}", { params: { path: { unit } } })),
	});

/** The components of a sort side by side. */
export const compareQuery = (id: number, of: Component["of"]) =>
	queryOptions({
		queryKey: ["about", id, "compare", of],
		queryFn: () => unwrap(client.GET("/api/v1/jobs/{id}/compare/{of}", { params: { path: { id, of } } })),
	});

/** How an engine that comes back left the shop the last time. */
export const earlierQuery = (id: number) =>
	queryOptions({
		queryKey: ["about", id, "earlier"],
		queryFn: () => unwrap(client.GET("/api/v1/jobs/{id}/earlier", { params: at(id) })),
	});

export const ratesQuery = queryOptions({
	queryKey: ["rates"],
	queryFn: () => unwrap(client.GET("/api/v1/rates")),
});

export const buildQuery = (id: number) =>
	queryOptions({
		queryKey: ["build", id],
		queryFn: () => unwrap(client.GET("/api/v1/jobs/{id}/build", { params: at(id) })),
	});

/** What other limits or another policy would change; nothing is stored. */
export const previewQuery = (id: number, body: { limits: LimitSet; policy: Policy }) =>
	queryOptions({
		queryKey: ["preview", id, body],
		queryFn: () => unwrap(client.POST("/api/v1/jobs/{id}/judgement-preview", { params: at(id), body })),
		gcTime: 10_000,
		retry: false,
	});

/** What readings would be with their gauge as it was in truth; nothing is stored. */
export const anewQuery = (id: number, body: AnewBody | undefined) =>
	queryOptions({
		queryKey: ["preview", id, "anew", body],
		queryFn: body ? () => unwrap(client.POST("/api/v1/jobs/{id}/readings-anew-preview", { params: at(id), body })) : skipToken,
		gcTime: 10_000,
		retry: false,
	});

/** What the customer reads of a job. */
export const reportQuery = (id: number) =>
	queryOptions({
		queryKey: ["about", id, "report"],
		queryFn: () => unwrap(client.GET("/api/v1/jobs/{id}/report", { params: at(id) })),
	});

/** What happened to a job, or to one feature where a kind is given; the latest first. */
export const historyQuery = (id: number, kind: Kind | undefined, number: number, component: string) =>
	queryOptions({
		queryKey: ["about", id, "history", kind, number, component],
		queryFn: () =>
			unwrap(
				client.GET("/api/v1/jobs/{id}/history", {
					params: { ...at(id), query: { kind, number, component: component || undefined } },
				}),
			),
	});

export const sharesQuery = (id: number) =>
	queryOptions({
		queryKey: ["about", id, "shares"],
		queryFn: () => unwrap(client.GET("/api/v1/jobs/{id}/shares", { params: at(id) })),
	});

/** How papers write dates, times and money. */
export const localQuery = queryOptions({ queryKey: ["local"], queryFn: () => unwrap(client.GET("/api/v1/shop/local")) });

/** What holds for the shop as a whole. */
export const shopQuery = queryOptions({ queryKey: ["shop"], queryFn: () => unwrap(client.GET("/api/v1/shop")) });

/** The report behind a customer's link. */
export const sharedQuery = (token: string) =>
	queryOptions({
		queryKey: ["shared", token],
		queryFn: () => unwrap(client.GET("/api/v1/shared/{token}", { params: { path: { token } } })),
		retry: false,
	});

export interface SearchFields {
	text: string;
	set: SetName | "";
	action: Way["action"] | "";
	step: string;
	kind: Kind | "";
	from: string;
	to: string;
	unit: "in" | "mm";
}

export const searchQuery = (query: SearchFields) =>
	queryOptions({
		queryKey: ["search", query],
		queryFn: () =>
			unwrap(
				client.GET("/api/v1/search", {
					params: {
						query: { ...query, set: query.set || undefined, action: query.action || undefined, kind: query.kind || undefined },
					},
				}),
			),
		retry: false,
	});

/** How long a reading of each kind usually takes in this shop. */
export const paceQuery = queryOptions({
	queryKey: ["pace"],
	queryFn: () => unwrap(client.GET("/api/v1/pace")),
	staleTime: 600_000,
});

/** How the parts of an engine usually come in. */
export const learnedQuery = (engine: string) =>
	queryOptions({
		queryKey: ["learned", engine],
		queryFn: () => unwrap(client.GET("/api/v1/learned", { params: { query: { engine } } })),
	});
