import { Button, MantineProvider } from "@mantine/core";
import { Notifications } from "@mantine/notifications";
import { QueryClient, QueryClientProvider, useIsFetching, useIsMutating, useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { createBrowserRouter, Link, Outlet } from "react-router";
import { RouterProvider } from "react-router/dom";
import { Unreachable } from "../api/client";
import { tableQuery } from "../api/table";
import { BenchPlace, QueueKeeper } from "../features/bench";
import { DecidePlace } from "../features/decide";
import { FeaturePlace } from "../features/feature";
import { CleanPlace, IntakePlace, JobPlace, LookPlace, NewJobPlace, StripPlace } from "../features/job";
import { LimitsPlace } from "../features/limits";
import { MatchPlace } from "../features/match";
import { OrdersPlace, VerifyPlace } from "../features/orders";
import { PeoplePlace } from "../features/people";
import { RatesPlace } from "../features/rates";
import { HistoryPlace, LearnedPlace, SearchPlace } from "../features/record";
import { ReportPlace, SharedPlace } from "../features/report";
import { ShopPlace } from "../features/shop";
import { appWords } from "../words/app";
import { Bar } from "./Bar";
import { Load } from "./Load";
import { useLive } from "./live";
import { PersonProvider, usePerson } from "./person";
import { theme } from "./theme";

const queries = new QueryClient({
	defaultOptions: {
		queries: { retry: (count, error) => error instanceof Unreachable && count < 3, staleTime: 2_000 },
		mutations: { networkMode: "always" },
	},
});

function Nowhere() {
	return (
		<>
			<Bar />
			<main className="page">
				<h1>{appWords.pageNotFound}</h1>
				<p>
					<Link to="/">{appWords.backToTheShop}</Link>
				</p>
			</main>
		</>
	);
}

/** What is left where a page breaks: nothing entered is lost, since entries live in the browser's storage. */
function Broken() {
	return (
		<>
			<Bar />
			<main className="page">
				<h1>{appWords.thisPageBroke}</h1>
				<p>{appWords.whatYouEnteredIsKeptLoad}</p>
				<Button onClick={() => window.location.reload()}>{appWords.loadAgain}</Button>
			</main>
		</>
	);
}

const places = [
	{ path: "/", element: <ShopPlace /> },
	{ path: "/rates", element: <RatesPlace /> },
	{ path: "/jobs/new", element: <NewJobPlace /> },
	{ path: "/jobs/:id", element: <JobPlace /> },
	{ path: "/jobs/:id/intake", element: <IntakePlace /> },
	{ path: "/jobs/:id/strip", element: <StripPlace /> },
	{ path: "/jobs/:id/clean", element: <CleanPlace /> },
	{ path: "/jobs/:id/look", element: <LookPlace /> },
	{ path: "/jobs/:id/limits", element: <LimitsPlace /> },
	{ path: "/jobs/:id/bench/:kind/:number", element: <BenchPlace /> },
	{ path: "/jobs/:id/features/:kind/:number", element: <FeaturePlace /> },
	{ path: "/jobs/:id/match", element: <MatchPlace /> },
	{ path: "/jobs/:id/decide/:set?", element: <DecidePlace /> },
	{ path: "/jobs/:id/orders/:sheet?", element: <OrdersPlace /> },
	{ path: "/jobs/:id/verify", element: <VerifyPlace /> },
	{ path: "/jobs/:id/report", element: <ReportPlace /> },
	{ path: "/jobs/:id/history", element: <HistoryPlace /> },
	{ path: "/search", element: <SearchPlace /> },
	{ path: "/learned", element: <LearnedPlace /> },
	{ path: "/people", element: <PeoplePlace /> },
	{ path: "*", element: <Nowhere /> },
];

/** Everything of the shop's own: for who is at the bench, kept up to date with other benches. */
function Inside() {
	const person = usePerson();
	const busy = useIsFetching() + useIsMutating();
	useEffect(() => {
		// Who looks on from outside, a test or a picture, knows by it when a page has come to rest.
		document.documentElement.dataset.busy = String(busy);
	}, [busy]);
	useLive(person.role !== undefined || person.name !== "");
	return (
		<>
			<QueueKeeper name={person.name} />
			<Load query={useQuery(tableQuery)}>{() => <Outlet />}</Load>
		</>
	);
}

const router = createBrowserRouter([
	// A customer's link shows one report and asks nobody who they are.
	{ path: "/r/:token", element: <SharedPlace />, errorElement: <Broken /> },
	{
		element: (
			<PersonProvider>
				<Inside />
			</PersonProvider>
		),
		children: [{ errorElement: <Broken />, children: places }],
	},
]);

const nonce = () => document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content ?? "";

// The style that holds the page still under a dialog asks for its nonce by this name.
Object.assign(globalThis, { __webpack_nonce__: nonce() });

export function App() {
	return (
		<MantineProvider theme={theme} defaultColorScheme="auto" getStyleNonce={nonce}>
			<Notifications position="bottom-left" />
			<QueryClientProvider client={queries}>
				<RouterProvider router={router} />
			</QueryClientProvider>
		</MantineProvider>
	);
}
