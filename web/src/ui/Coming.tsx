import { type ReactNode, useLayoutEffect } from "react";
import { keys } from "./keys";

/** Stands where something is still empty: keys wait for what comes. */
export function Coming({ children }: { children?: ReactNode }) {
	useLayoutEffect(() => keys.comes(), []);
	return children;
}
