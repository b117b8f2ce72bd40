import { useQueryClient } from "@tanstack/react-query";
import { useLayoutEffect, useRef, useState, useSyncExternalStore } from "react";
import { type Location, useLocation, useNavigate } from "react-router";
import type { FeatureView, JobView, LookBody } from "../../api/client";
import { queue, sendQueue } from "../../api/queue";
import { membersOfList } from "../../api/table";
import { pathIn } from "../../api/view";
import { usePerson } from "../../ui/person";
import { useKeys } from "../../ui/use-key";
import { lookedAt } from "./walk";

type Look = NonNullable<LookBody["look"]>;

/** The grades, in the order of their keys. */
export const looksOf = () => membersOfList("look").map((m) => m.value as Look);

const nameOf = (f: FeatureView) => `${f.kind}.${f.number}`;

/** Grading by number keys: the part that is lit, the grades as they are given, those that wait, and how to go on. */
export function useGrading(view: JobView) {
	const person = usePerson();
	const queries = useQueryClient();
	const { entries, full, away } = useSyncExternalStore(queue.subscribe, queue.snapshot);
	const job = view.job.id;
	const waiting = entries.filter((e) => e.job === job && e.look !== undefined);
	const refused = waiting.find((e) => e.trouble);
	// A grade shows as soon as its key is pressed; it is sent behind the ones before it.
	const parts = lookedAt(view).map((f) => {
		const last = waiting.filter((e) => !e.trouble && e.kind === f.kind && e.number === f.number && e.state === f.state).at(-1);
		return last?.look?.look ? { ...f, look: last.look.look } : f;
	});
	const seen = (f: FeatureView): FeatureView => parts.find((p) => p.id === f.id) ?? f;
	const { key, search, state } = useLocation() as Location<{ byKeys?: boolean } | null>;
	const asked = new URLSearchParams(search).get("part");
	const navigate = useNavigate();
	// The part that is lit: as the address says, then as the keys go on. Keys may come faster than pages are drawn.
	const first = parts.find((f) => nameOf(f) === asked) ?? parts.find((f) => f.look === "") ?? parts[0];
	const [lit, setLit] = useState(first && nameOf(first));
	const [came, setCame] = useState(key);
	if (key !== came) {
		setCame(key);
		if (asked !== null && !state?.byKeys) setLit(asked);
	}
	const now = useRef(lit);
	useLayoutEffect(() => {
		now.current = lit;
	}, [lit]);
	const part = (name: string | undefined) => parts.find((f) => nameOf(f) === name) ?? first;
	const here = part(lit);
	const to = (f: FeatureView) => pathIn(view, "look", { part: nameOf(f) });
	const goOn = (f: FeatureView) => {
		now.current = nameOf(f);
		setLit(nameOf(f));
		navigate(to(f), { replace: true, state: { byKeys: true } });
	};
	const step = (by: number) => {
		const at = part(now.current);
		const i = at ? parts.indexOf(at) : 0;
		const next = parts[(i + by + parts.length) % parts.length];
		if (next) goOn(next);
	};
	const grade = (look: Look) => {
		const at = part(now.current);
		if (!at) return;
		const i = parts.indexOf(at);
		const next = [...parts.slice(i + 1), ...parts.slice(0, i)].find((f) => f.look === "") ?? parts[i + 1] ?? at;
		const { kind, number, state, component } = at;
		queue.grade({ job, kind, number, state, component }, person.name || "somebody", {
			kind,
			number,
			state,
			what: "grade",
			look,
			note: "",
		});
		void sendQueue(queries, job);
		goOn(next);
	};
	useKeys(({ key, mod, typing, dialog }) => {
		if (mod || typing || dialog) return false;
		const look = looksOf()[Number(key) - 1];
		if (look) grade(look);
		else if (key === "ArrowRight" || key === "ArrowLeft") step(key === "ArrowRight" ? 1 : -1);
		else return false;
		return true;
	});
	return { parts, seen, here, to, grade, full, away, waiting: waiting.length, refused };
}

/** Grading under way. */
export type GradingState = ReturnType<typeof useGrading>;
