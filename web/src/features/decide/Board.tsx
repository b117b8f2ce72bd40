import { Button, Title } from "@mantine/core";
import { Link } from "react-router";
import { useDecide } from "../../api/changes";
import type { CostsView, DecidedView, DecisionSet } from "../../api/client";
import { newId } from "../../api/id";
import { membersOf, rowOf } from "../../api/table";
import { featureOf, pathIn } from "../../api/view";
import { settles, wayOf } from "../../api/way";
import look from "../../look/look.module.css";
import { AskList } from "../../ui/AskList";
import { Onward } from "../../ui/Onward";
import { useKey } from "../../ui/use-key";
import { Warned } from "../../ui/Warned";
import { decideWords } from "../../words/decide";
import { setName } from "../../words/trade";
import css from "./decide.module.css";
import { Reasons } from "./Reasons";
import { SetList } from "./SetList";
import { Signature } from "./Signature";
import { Total } from "./Total";
import { Ways } from "./Ways";

export interface BoardProps {
	view: DecidedView;
	set: DecisionSet;
	costs: CostsView | undefined;
	/** Options by set that are being tried instead of the standing ones. */
	tried: Record<string, number>;
	onTry: (tried: Record<string, number>) => void;
}

/** One set: what stands for it and why, the other ways, and all sets beside it. */
export function Board({ view, set, costs, tried, onTry }: BoardProps) {
	const { job } = view;
	const signed = view.decided.signed.find((s) => s.set === set.set);
	const open = !settles(set.action);
	const way = signed && !open ? signed : set;
	return (
		<div className={look.columns}>
			<nav aria-label={decideWords.sets}>
				{costs ? <Total view={view} costs={costs} trying={Object.keys(tried).length > 0} onTry={onTry} /> : null}
				<SetList view={view} current={set} />
			</nav>
			<main>
				<Title order={1} size="h2">
					{setName(set.set)}: {way.says}
				</Title>
				<Signature view={view} set={set} />
				<AskList view={view} asks={set.action === "measure" ? [] : (set.asks ?? [])} />
				<Reasons view={view} set={set} way={way} costs={costs} />
			</main>
			<aside aria-label={decideWords.waysToDoIt}>
				<Sign view={view} set={set} open={open} />
				{way.action === "replace" && !job.closed_at && !view.stand_in ? (
					<p>
						<Link to={`/jobs/${job.id}/components?replace=${rowOf(membersOf(set.set)).component}`} className={look.link}>
							{decideWords.measureASpare}
						</Link>
					</p>
				) : null}
				{open || signed ? (
					<p>
						<Onward view={view} light={!signed} />
					</p>
				) : null}
				<Ways view={view} set={set} way={way} open={open} costs={costs} tried={tried} onTry={onTry} />
			</aside>
		</div>
	);
}

/** Where what is missing, or asked for again, is measured. */
function measurePath(view: DecidedView, set: DecisionSet): string {
	const first = set.asks?.[0]?.feature;
	return first && featureOf(view, first.kind, first.number) ? pathIn(view, `bench/${first.kind}/${first.number}`) : pathIn(view);
}

/** Signs what is advised; or leads to what is to be measured first. */
function Sign({ view, set, open }: { view: DecidedView; set: DecisionSet; open: boolean }) {
	const { job } = view;
	const decide = useDecide(job.id, view.stand_in);
	const signed = view.decided.signed.find((s) => s.set === set.set);
	const stands = signed !== undefined && !signed.stale && !signed.overruled;
	const sign = () => decide.mutate({ id: newId(), set: set.set, component: set.component, ...wayOf(set), reason: "" });
	useKey("s", sign, !open && !stands && !decide.isPending);
	if (open) {
		return (
			<p>
				<Link to={measurePath(view, set)}>{decideWords.goAndMeasure}</Link>
			</p>
		);
	}
	return (
		<>
			{decide.error ? <Warned small>{decide.error.message}</Warned> : null}
			<Button
				mb="md"
				size="md"
				classNames={{ root: css.sign, label: css.signLabel }}
				onClick={sign}
				loading={decide.isPending}
				disabled={stands}
				rightSection={stands ? undefined : <kbd>s</kbd>}
			>
				{stands ? decideWords.signed : decideWords.sign(set.says ?? "")}
			</Button>
		</>
	);
}
