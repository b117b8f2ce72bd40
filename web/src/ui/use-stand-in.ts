import { useSearchParams } from "react-router";
import type { StandIn } from "../api/client";
import { isComponent } from "../api/table";

/** The component that the address asks for, in the place of its like; none where it asks for the engine as it stands. */
export function useStandIn(): StandIn | undefined {
	const [search] = useSearchParams();
	const of = search.get("of");
	return isComponent(of) ? { of, tag: search.get("tag") ?? "" } : undefined;
}
