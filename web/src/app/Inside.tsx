import { useIsFetching, useIsMutating, useQuery } from "@tanstack/react-query";
import { lazy, Suspense, useEffect, useLayoutEffect, useState } from "react";
import { Outlet, useLocation } from "react-router";
import { tableQuery } from "../api/table";
import { QueueKeeper } from "../features/bench/QueueKeeper";
import { Coming } from "../ui/Coming";
import { find, useFindWanted } from "../ui/find";
import { guidePage } from "../ui/guide-page";
import { keys } from "../ui/keys";
import { Load } from "../ui/Load";
import { PersonProvider, usePerson } from "../ui/person";
import { useKeys } from "../ui/use-key";
import { useLive } from "./live";
import { preload } from "./places";

/** What is told in passing waits for its place: nothing is told in the first moment. */
const Notifications = lazy(() => import("@mantine/notifications").then(({ Notifications }) => ({ default: Notifications })));
const Finder = lazy(() => import("../features/record").then(({ Finder }) => ({ default: Finder })));

/** Opens the guide where it tells of a place; the bench shows its keys itself. */
function showGuide(path: string) {
	if (!path.includes("/bench/")) window.open(guidePage(path), "_blank", "noreferrer");
}

/** Everything of the shop's own. */
export function Component() {
	return (
		<PersonProvider>
			<Suspense fallback={null}>
				<Notifications position="bottom-left" />
			</Suspense>
			<Inside />
		</PersonProvider>
	);
}

/** For who is at the bench, kept up to date with other benches. */
function Inside() {
	const person = usePerson();
	const busy = useIsFetching() + useIsMutating();
	useEffect(() => {
		// Who looks on from outside, a test or a picture, knows by it when a page has come to rest.
		document.documentElement.dataset.busy = String(busy);
	}, [busy]);
	useEffect(preload, []);
	const [finding, setFinding] = useState(false);
	useFindWanted(() => setFinding(true));
	const { pathname } = useLocation();
	useKeys(({ key, mod, typing, dialog }) => {
		if (mod && key.toLowerCase() === "k") find();
		// The bench has its own help under the same key.
		else if (key === "?" && !mod && !typing && !dialog) showGuide(pathname);
		else return false;
		return true;
	});
	useLive(person.role !== undefined || person.name !== "");
	return (
		<>
			<QueueKeeper name={person.name} />
			<Load query={useQuery(tableQuery)}>
				{() => (
					<>
						<Outlet />
						<Arrived at={pathname} />
						{finding ? (
							<Suspense fallback={<Coming />}>
								<Finder />
							</Suspense>
						) : null}
					</>
				)}
			</Load>
		</>
	);
}

/** Tells that a place is drawn, after all that is in it. */
function Arrived({ at }: { at: string }) {
	useLayoutEffect(() => keys.arrived(at), [at]);
	return null;
}
