import { Button } from "@mantine/core";
import { Link, useLocation } from "react-router";
import type { JobView } from "../api/client";
import { type NextStep, nextStep } from "../api/next-step";
import { nextWords } from "../words/next";
import { useGoOn } from "./use-go-on";
import { useKey } from "./use-key";
import { usePathOrder } from "./use-path-order";

/** The way on from a place, by `n` too; nothing where this place is what is to be done next. */
export function Onward({ view, light = false }: { view: JobView; light?: boolean }) {
	const [order] = usePathOrder();
	const { goOn } = useGoOn(view);
	const here = useLocation().pathname;
	const next = nextStep(view, order);
	const to = next.to.split("?")[0] ?? "";
	const elsewhere = here !== to && !here.startsWith(`${to}/`);
	useKey("n", () => goOn(next), elsewhere);
	return elsewhere ? <OnwardButton view={view} next={next} light={light} /> : null;
}

/** The button that leads on. */
export function OnwardButton({ view, next, light = false }: { view: JobView; next: NextStep; light?: boolean }) {
	const { goOn, going } = useGoOn(view);
	const looks = { variant: light ? "default" : "filled", rightSection: <kbd>n</kbd>, children: nextWords(next) };
	return next.makes ? (
		<Button size="md" {...looks} loading={going} onClick={() => goOn(next)} />
	) : (
		<Button size="md" {...looks} component={Link} to={next.to} />
	);
}
