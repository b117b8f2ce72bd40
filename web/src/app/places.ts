import type { RouteObject } from "react-router";

const parts = {
	assembly: () => import("../features/assembly"),
	bench: () => import("../features/bench"),
	decide: () => import("../features/decide"),
	feature: () => import("../features/feature"),
	gauges: () => import("../features/gauges"),
	job: () => import("../features/job"),
	limits: () => import("../features/limits"),
	match: () => import("../features/match"),
	orders: () => import("../features/orders"),
	people: () => import("../features/people"),
	rates: () => import("../features/rates"),
	record: () => import("../features/record"),
	report: () => import("../features/report"),
	shop: () => import("../features/shop"),
};

/** How long a page has rested before it brings the other places. */
const REST_MS = 4000;

/** Brings the other places once a page has come to rest, so that none has to be waited for, nor is missed when the server is away. */
export function preload() {
	const timer = setTimeout(() => {
		for (const part of Object.values(parts)) void part().catch(() => undefined);
	}, REST_MS);
	return () => clearTimeout(timer);
}

/** A place is brought when it is first opened. */
const place = <P extends keyof typeof parts>(path: string, part: P, name: keyof Awaited<ReturnType<(typeof parts)[P]>>) =>
	({
		path,
		lazy: async () => ({ Component: ((await parts[part]()) as Record<PropertyKey, React.ComponentType>)[name] }),
	}) as RouteObject;

export const places: RouteObject[] = [
	place("/", "shop", "ShopPlace"),
	place("/rates", "rates", "RatesPlace"),
	place("/gauges/:instrument?", "gauges", "CabinetPlace"),
	place("/gauges/:instrument/study", "gauges", "StudyPlace"),
	place("/cards", "limits", "CardsPlace"),
	place("/cards/new", "limits", "NewCardPlace"),
	place("/cards/:card", "limits", "CardPlace"),
	place("/jobs/new", "job", "NewJobPlace"),
	place("/jobs/:id", "job", "JobPlace"),
	place("/jobs/:id/components", "job", "ComponentsPlace"),
	place("/jobs/:id/intake", "job", "IntakePlace"),
	place("/jobs/:id/strip", "job", "StripPlace"),
	place("/jobs/:id/clean", "job", "CleanPlace"),
	place("/jobs/:id/look", "job", "LookPlace"),
	place("/jobs/:id/limits", "limits", "LimitsPlace"),
	place("/jobs/:id/bench/:kind/:number", "bench", "BenchPlace"),
	place("/jobs/:id/features/:kind/:number", "feature", "FeaturePlace"),
	place("/jobs/:id/match", "match", "MatchPlace"),
	place("/jobs/:id/decide/:set?", "decide", "DecidePlace"),
	place("/jobs/:id/orders/:sheet?", "orders", "OrdersPlace"),
	place("/jobs/:id/verify", "orders", "VerifyPlace"),
	place("/jobs/:id/torque/:card?/:run?", "assembly", "TorquePlace"),
	place("/jobs/:id/parts", "assembly", "PartsPlace"),
	place("/jobs/:id/polish/:part?", "assembly", "PolishPlace"),
	place("/jobs/:id/fitting", "assembly", "FittingPlace"),
	place("/jobs/:id/assembly", "assembly", "AssemblyPlace"),
	place("/jobs/:id/built", "assembly", "BuiltPlace"),
	place("/jobs/:id/report", "report", "ReportPlace"),
	place("/jobs/:id/history", "record", "HistoryPlace"),
	place("/search", "record", "SearchPlace"),
	place("/learned", "record", "LearnedPlace"),
	place("/people", "people", "PeoplePlace"),
	{ path: "*", lazy: () => import("./Nowhere") },
];
