import { MantineProvider } from "@mantine/core";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { render } from "@testing-library/react";
import type { ReactNode } from "react";
import { createMemoryRouter, Outlet, RouterProvider } from "react-router";
import type {
	CardsView,
	CostsView,
	DecidedView,
	EarlierView,
	FoundJob,
	JobLine,
	JudgementPreview,
	LearnedView,
	Moment,
	OrderedView,
	RatesView,
	Session,
	SessionView,
	SharedView,
	ShopView,
	TakenCard,
} from "../api/client";
import { theme } from "../app/theme";
import costs from "./costs-6.json";
import history from "./history-9.json";
import orchardPump from "./job-1.json";
import winch from "./job-3.json";
import lampGenerator from "./job-4.json";
import sawmill from "./job-6.json";
import chapel from "./job-9.json";
import shop from "./jobs.json";
import learned from "./learned.json";
import rates from "./rates.json";
import report from "./report-9.json";
import search from "./search.json";

/** A job with all that its places ask for. */
export type Whole = DecidedView & OrderedView;

/** Answers of the real server for the demo data; the types hold them to its description. */
export const jobs = {
	1: orchardPump as Whole,
	3: winch as Whole,
	4: lampGenerator as Whole,
	6: sawmill as Whole,
	9: chapel as Whole,
};

export interface Call {
	method: string;
	path: string;
	/** Behind the question mark. */
	query: Record<string, string>;
	body: unknown;
	headers: Headers;
}

export type Answer = { status: number; body: unknown } | "away" | undefined;

/** Takes the place of the network: answers from the demo data, unless `answer` has something to say first. */
export function serve(answer: (call: Call) => Answer = () => undefined): Call[] {
	const calls: Call[] = [];
	globalThis.fetch = async (input, init) => {
		const request = new Request(input instanceof Request ? input : new URL(String(input), "http://ledge.test"), init);
		const { pathname: path, searchParams } = new URL(request.url, "http://ledge.test");
		const text = await request.text();
		const call = {
			method: request.method,
			path,
			query: Object.fromEntries(searchParams),
			body: text ? JSON.parse(text) : undefined,
			headers: request.headers,
		};
		calls.push(call);
		const own = answer(call);
		if (own === "away") throw new TypeError("Failed to fetch");
		const { status, body } = own ?? { status: 200, body: fromDemo(path) };
		return new Response(JSON.stringify(body), {
			status,
			headers: { "Content-Type": status < 400 ? "application/json" : "application/problem+json" },
		});
	};
	return calls;
}

function fromDemo(path: string): unknown {
	if (path === "/api/v1/jobs") return shop as JobLine[];
	if (path === "/api/v1/plans") return [];
	if (path === "/api/v1/shop")
		return { public_url: "", fixed: false, version: 0, unit: "in", empty: false, sample: false, troubles: [] } satisfies ShopView;
	if (path === "/api/v1/rates") return rates as RatesView;
	if (path === "/api/v1/cards") return { cards: [], jobs: [] } satisfies CardsView;
	if (path.endsWith("/card-taken")) return {} satisfies TakenCard;
	if (path.endsWith("/earlier")) return { job: 0, number: "", parts: [] } satisfies EarlierView;
	if (path === "/api/v1/session") return { required: false, first: false, name: "" } satisfies SessionView;
	if (path === "/api/v1/sessions") return [] satisfies Session[];
	if (path === "/api/v1/names") return ["Ida Lorn", "Wanda Pell"];
	if (path === "/api/v1/search") return search as FoundJob[];
	if (path === "/api/v1/learned") return learned as LearnedView;
	if (path.endsWith("/report") || path.startsWith("/api/v1/shared/")) return report as SharedView;
	if (path.endsWith("/history")) return history as Moment[];
	if (path.endsWith("/shares")) return [];
	if (path.endsWith("/judgement-preview")) return { sets: [], parts: [] } satisfies JudgementPreview;
	if (path === "/api/v1/jobs/6/costs") return costs as CostsView;
	if (path.endsWith("/costs")) return { ...(costs as CostsView), entered: false, choices: [], chosen: [], combos: [], slots: [] };
	const id = Number(/^\/api\/v1\/jobs\/(\d+)/.exec(path)?.[1]);
	const job: Whole | undefined = jobs[id as keyof typeof jobs];
	return job && partOf(job, path);
}

/** What of a job is asked for at a path. */
export function partOf(job: Whole, path: string): unknown {
	if (path.endsWith("/decisions")) return job.decided;
	return path.endsWith("/orders") ? job.orders : job;
}

/** What a hook needs around it. */
export function Around({ children }: { children: ReactNode }) {
	const queries = new QueryClient({ defaultOptions: { queries: { retry: false }, mutations: { networkMode: "always" } } });
	return (
		<MantineProvider theme={theme} env="test">
			<QueryClientProvider client={queries}>{children}</QueryClientProvider>
		</MantineProvider>
	);
}

/** Shows a place at an address, with the rest of the application around it. */
export function visit(
	place: ReactNode,
	pattern: string,
	address: string,
	around: (page: ReactNode) => ReactNode = (page) => page,
) {
	const router = createMemoryRouter(
		[
			{
				element: around(<Outlet />),
				children: [
					{ path: pattern, element: place },
					{ path: "*", element: <h1>elsewhere</h1> },
				],
			},
		],
		{ initialEntries: [address] },
	);
	return {
		router,
		...render(
			<Around>
				<RouterProvider router={router} />
			</Around>,
		),
	};
}
