import { Spotlight, type SpotlightActionData, spotlight } from "@mantine/spotlight";
import "@mantine/spotlight/styles.layer.css";
import { useDebouncedValue } from "@mantine/hooks";
import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { jobsQuery, type SearchFields, searchQuery } from "../../api/queries";
import { useFindWanted } from "../../ui/find";
import { date } from "../../words/intl";
import { recordWords } from "../../words/record";
import { waitsWords } from "../../words/waits";
import { meant, NOTHING } from "./meant";

/** So many jobs are offered. */
const MOST = 12;

/** Finds a job from every place: by words, by what was decided ("grind 0.010"), by a size that was measured (2.2479). */
export function Finder() {
	const go = useNavigate();
	const [text, setText] = useState("");
	const [opened, setOpened] = useState(false);
	// It is brought when it is first wanted.
	useEffect(spotlight.open, []);
	useFindWanted(spotlight.open);
	const [asked] = useDebouncedValue(text.trim(), 150);
	const open = useQuery({ ...jobsQuery(asked), enabled: opened, placeholderData: (before) => before });
	const words = useFound({ ...NOTHING, text: asked }, opened && asked !== "");
	const [first, second, third] = meant(asked);
	const facts = [useFound(first, opened), useFound(second, opened), useFound(third, opened)].flat();
	const here = new Set(open.data?.jobs.map((j) => j.id));
	const jobs: SpotlightActionData[] = [
		...(open.data?.jobs ?? []).map((j) => ({
			id: `open ${j.id}`,
			label: j.engine,
			description: [j.number, j.customer, waitsWords(j.waits)].filter(Boolean).join(" · "),
			onClick: () => void go(`/jobs/${j.id}`),
		})),
		...[...new Map([...words, ...facts].filter((j) => !here.has(j.id)).map((j) => [j.id, j])).values()].map((j) => ({
			id: `job ${j.id}`,
			label: j.engine,
			description: [j.number, j.customer, j.closed_at ? recordWords.closed(date(j.closed_at)) : ""].filter(Boolean).join(" · "),
			onClick: () => void go(`/jobs/${j.id}`),
		})),
	];
	const places: SpotlightActionData[] = [
		{ id: "new", label: recordWords.newJob, onClick: () => void go("/jobs/new") },
		{ id: "shop", label: recordWords.theShop, onClick: () => void go("/") },
		{ id: "archive", label: recordWords.jobArchive, onClick: () => void go("/search") },
		{ id: "guide", label: recordWords.guide, onClick: () => void window.open("/help/", "_blank", "noreferrer") },
	].filter((p) => p.label.toLowerCase().includes(asked.toLowerCase()));
	return (
		<Spotlight
			shortcut={null}
			query={text}
			onQueryChange={setText}
			onSpotlightOpen={() => setOpened(true)}
			actions={[
				{ group: recordWords.jobsHere, actions: jobs.slice(0, MOST) },
				{ group: recordWords.places, actions: places },
			].filter((g) => g.actions.length > 0)}
			overlayProps={{ blur: 0 }}
			filter={(_, all) => all}
			nothingFound={recordWords.nothingFits}
			searchProps={{
				placeholder: recordWords.findAJob,
				"aria-label": recordWords.findAJob,
				onKeyDown: (e) => {
					// Enter takes the first where none is chosen.
					if (e.key !== "Enter" || document.querySelector(".mantine-Spotlight-action[data-selected]")) return;
					const first = jobs[0] ?? places[0];
					if (!first) return;
					e.preventDefault();
					spotlight.close();
					(first as { onClick?: () => void }).onClick?.();
				},
			}}
			scrollable
			maxHeight={420}
		/>
	);
}

/** The jobs that one search finds; none where there is nothing to look for. */
function useFound(query: SearchFields | undefined, wanted: boolean) {
	const found = useQuery({ ...searchQuery(query ?? NOTHING), enabled: wanted && query !== undefined });
	return query && wanted ? (found.data ?? []) : [];
}
