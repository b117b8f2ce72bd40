import { MantineProvider } from "@mantine/core";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { render } from "@testing-library/react";
import type { ReactNode } from "react";
import { createMemoryRouter, RouterProvider } from "react-router";
import type { CostsView, JobLine, JobView, JudgementPreview, RatesView } from "../api/client";
import { theme } from "../app/theme";
import costs from "./costs-6.json";
import orchardPump from "./job-1.json";
import winch from "./job-3.json";
import lampGenerator from "./job-4.json";
import sawmill from "./job-6.json";
import shop from "./jobs.json";
import rates from "./rates.json";

/** Answers of the real server for the demo data; the types hold them to its description. */
export const jobs = { 1: orchardPump as JobView, 3: winch as JobView, 4: lampGenerator as JobView, 6: sawmill as JobView };

export interface Call {
	method: string;
	path: string;
	body: unknown;
}

export type Answer = { status: number; body: unknown } | "away" | undefined;

/** Takes the place of the network: answers from the demo data, unless `answer` has something to say first. */
export function serve(answer: (call: Call) => Answer = () => undefined): Call[] {
	const calls: Call[] = [];
	globalThis.fetch = async (input, init) => {
		const request = new Request(input instanceof Request ? input : new URL(String(input), "http://ledge.test"), init);
		const path = new URL(request.url, "http://ledge.test").pathname;
		const text = await request.text();
		const call = { method: request.method, path, body: text ? JSON.parse(text) : undefined };
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
	if (path === "/api/v1/rates") return rates as RatesView;
	if (path.endsWith("/judgement-preview")) return { sets: [], parts: [] } satisfies JudgementPreview;
	if (path === "/api/v1/jobs/6/costs") return costs as CostsView;
	if (path.endsWith("/costs")) return { ...(costs as CostsView), entered: false, choices: [], chosen: [], combos: [], slots: [] };
	const id = Number(/^\/api\/v1\/jobs\/(\d+)/.exec(path)?.[1]);
	return jobs[id as keyof typeof jobs];
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
export function visit(place: ReactNode, pattern: string, address: string) {
	const router = createMemoryRouter(
		[
			{ path: pattern, element: place },
			{ path: "*", element: <h1>elsewhere</h1> },
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
