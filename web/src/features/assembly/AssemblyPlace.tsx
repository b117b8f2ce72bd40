import { Button, Stack, Title } from "@mantine/core";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import type { AssemblyTask, AssemblyView } from "../../api/client";
import { StatusMark } from "../../drawing/status";
import look from "../../look/look.module.css";
import { KeyBar } from "../../ui/KeyBar";
import { useKey } from "../../ui/use-key";
import { assemblyWords as words } from "../../words/assembly";
import css from "./assembly.module.css";
import { CylinderPanel } from "./CylinderPanel";
import { Frame, type Shown } from "./Frame";
import { PatternPanel } from "./PatternPanel";
import { TaskForm } from "./TaskForm";
import { isDone } from "./ticks";

/** The engine put together: what goes where, in its order, one thing lit at a time. */
export function AssemblyPlace() {
	return <Frame name={words.assembly}>{(shown) => <Assembly {...shown} />}</Frame>;
}

const keyOf = (t: AssemblyTask) => `${t.what} ${t.kind ?? ""} ${t.number} ${t.ring ?? ""}`;

function Assembly(shown: Shown) {
	const { job, view, build } = shown;
	const [chosen, setChosen] = useState<string>();
	const done = (t: AssemblyTask) => isDone(view, build.pending, t);
	const next = view.tasks.find((t) => !done(t));
	const here = view.tasks.find((t) => keyOf(t) === chosen) ?? next;
	const undo = lastDone(view);
	useKey("Backspace", () => undo && build.act({ what: "take_back", of: undo }), undo !== undefined);
	const go = useNavigate();
	useKey("n", () => void go(`/jobs/${job.job.id}/built`), here === undefined);
	if (view.tasks.length === 0) return <p>{words.nothingThere}</p>;
	const cylinder = here && ["ring", "rod"].includes(here.what) ? here.number : undefined;
	return (
		<>
			<Title order={1}>{words.assembly}</Title>
			<p className={`${look.soft} ${look.flush}`}>{words.fingers}</p>
			<div className={css.building}>
				<nav className={css.tasks} aria-label={words.pairs}>
					<Groups view={view} here={here} done={done} onChoose={(t) => setChosen(keyOf(t))} />
				</nav>
				<Stack gap="md">
					{here ? (
						<section className={look.panel} aria-label={here.says}>
							<div className={css.huge} data-testid="task" aria-live="polite">
								{here.says}
							</div>
							<TaskForm
								key={keyOf(here)}
								{...shown}
								task={here}
								onDo={(e) => {
									build.act(e);
									setChosen(undefined);
								}}
							/>
						</section>
					) : (
						<section className={look.panel}>
							<p className={css.large}>{words.allDone}</p>
							<Button component={Link} to={`/jobs/${job.job.id}/built`} size="lg" rightSection={<kbd>n</kbd>}>
								{words.toBuilt}
							</Button>
						</section>
					)}
					{cylinder ? <CylinderPanel {...shown} cylinder={cylinder} ring={here?.ring} /> : null}
					<PatternPanel {...shown} />
				</Stack>
			</div>
			<KeyBar keys={[["⌫", words.undo, undo !== undefined]]} />
		</>
	);
}

/** What was put in or on last, to be taken back. */
function lastDone(view: AssemblyView): string | undefined {
	const puts = [
		...view.caps,
		...view.turns,
		...view.cylinders.flatMap((c) => [...Object.values(c.rings), ...(c.in ? [c.in] : [])]),
	].flatMap((p) => (p ? [p] : []));
	return puts.sort((a, b) => a.at.localeCompare(b.at)).at(-1)?.event;
}

interface GroupsProps {
	view: AssemblyView;
	here: AssemblyTask | undefined;
	done: (t: AssemblyTask) => boolean;
	onChoose: (t: AssemblyTask) => void;
}

function Groups({ view, here, done, onChoose }: GroupsProps) {
	const groups = [...new Set(view.tasks.map((t) => t.pair))];
	const title = (pair: number) => {
		if (pair === 0) return words.mains;
		const cylinders = view.pairs[pair - 1]?.cylinders;
		return cylinders ? words.pairName(cylinders) : words.lastMeasurements;
	};
	return (
		<Stack gap="sm">
			{groups.map((pair) => (
				<div key={pair}>
					<Title order={2} size="h5">
						{title(pair)}
					</Title>
					{pair > 0 && view.pairs[pair - 1] ? (
						<div className={look.soft}>{words.pairAngle(view.pairs[pair - 1]?.angle ?? 0)}</div>
					) : null}
					{view.tasks
						.filter((t) => t.pair === pair)
						.map((t) => (
							<button
								key={keyOf(t)}
								ref={t === here ? (b) => b?.scrollIntoView?.({ block: "nearest" }) : undefined}
								type="button"
								className={css.task}
								aria-current={t === here}
								onClick={() => onChoose(t)}
							>
								<StatusMark standing={t.wrong ? "beyond" : done(t) ? "within" : "open"} word={false} />
								{t.says}
							</button>
						))}
				</div>
			))}
		</Stack>
	);
}
