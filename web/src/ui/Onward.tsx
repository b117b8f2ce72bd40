import { Button } from "@mantine/core";
import { useWindowEvent } from "@mantine/hooks";
import { Link, useLocation, useNavigate } from "react-router";
import type { JobView } from "../api/client";
import { nextStep } from "../api/next-step";
import { nextWords } from "../words/next";
import { usePathOrder } from "./use-path-order";

/** The way on from a place, by `n` too; nothing where this place is what is to be done next. */
export function Onward({ view, light = false }: { view: JobView; light?: boolean }) {
	const [order] = usePathOrder();
	const go = useNavigate();
	const here = useLocation().pathname;
	const next = nextStep(view, order);
	const to = next.to.split("?")[0] ?? "";
	const elsewhere = here !== to && !here.startsWith(`${to}/`);
	useWindowEvent("keydown", (e) => {
		const typing = e.target instanceof HTMLInputElement || e.target instanceof HTMLTextAreaElement;
		if (e.key !== "n" || e.ctrlKey || e.metaKey || e.altKey || typing || !elsewhere) return;
		if (!document.querySelector('[role="dialog"]')) void go(next.to);
	});
	if (!elsewhere) return null;
	return (
		<Button size="md" variant={light ? "default" : "filled"} component={Link} to={next.to} rightSection={<kbd>n</kbd>}>
			{nextWords(next)}
		</Button>
	);
}
