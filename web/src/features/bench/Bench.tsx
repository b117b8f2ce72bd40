import { Button, Group, Title } from "@mantine/core";
import { type ReactNode, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import type { FeatureView, JobView } from "../../api/client";
import { type NextStep, nextStep } from "../../api/next-step";
import { nextInRound, nextPart, unread } from "../../api/path";
import { queue } from "../../api/queue";
import { pathIn, taken } from "../../api/view";
import look from "../../look/look.module.css";
import { Bar } from "../../ui/Bar";
import { KeyBar } from "../../ui/KeyBar";
import { keys } from "../../ui/keys";
import { OnwardButton } from "../../ui/Onward";
import { usePerson } from "../../ui/person";
import { useGoOn } from "../../ui/use-go-on";
import { Warned } from "../../ui/Warned";
import { benchWords } from "../../words/bench";
import { gaugeText } from "../../words/gauge";
import { placeWords } from "../../words/places";
import { stateWord } from "../../words/trade";
import { Asked } from "./Asked";
import { BenchDialogs, type DialogName } from "./BenchDialogs";
import { BenchSide } from "./BenchSide";
import css from "./bench.module.css";
import { benchPath } from "./bench-path";
import { CellTable } from "./CellTable";
import { EntryField } from "./EntryField";
import { FirstTime } from "./FirstTime";
import { FittedShells } from "./FittedShells";
import { benchOf, keyHints, mostUsed, pressed } from "./keys";
import { LeftAt } from "./LeftAt";
import { LiveGauge } from "./LiveGauge";
import { Means } from "./Means";
import { cellName } from "./moves";
import { Pad, Tools } from "./Pad";
import { Picture } from "./Picture";
import { Reminders } from "./Reminders";
import { SavedWord } from "./SavedWord";
import { useByTouch } from "./use-by-touch";
import { useEntry } from "./use-entry";
import { useFirstKeys } from "./use-first-keys";
import { useLine } from "./use-line";

/** The bench for one feature. Works from the keyboard or a number pad alone, and by touch. */
export function Bench({ view, feature, rail }: { view: JobView; feature: FeatureView; rail: ReactNode }) {
	const go = useNavigate();
	const person = usePerson();
	const by = person.name || "somebody";
	/** Whether the bench goes to another part: what is taken meanwhile is that part's. */
	const going = useRef(false);
	const visit = (part: FeatureView | undefined) => {
		if (!part) return;
		going.current = part.id !== feature.id;
		void Promise.resolve(go(benchPath(view, part, { state: part.state }), { flushSync: true })).finally(() => {
			going.current = false;
		});
	};
	const entry = useEntry(view, feature, by, {
		onRound: (direction, sent) => visit(nextInRound(view, feature, direction, sent)),
		onRead: (sent) => {
			const next = nextPart(view, "setup", feature, sent);
			if (next?.kind === feature.kind && unread(next, sent)) visit(next);
		},
		onBefore: visit,
	});
	const [dialog, setDialog] = useState<DialogName>();
	const input = useRef<HTMLInputElement>(null);
	const { job } = view;
	const { gauge, system, at, path, done, taker } = entry;
	const { goOn } = useGoOn(view);
	const following = nextStep(view, entry.order, feature);
	const open = (which: DialogName) => {
		input.current?.blur(); // the dialog's number keys are not digits of a reading
		keys.opens();
		setDialog(which);
	};
	const closeDialog = () => {
		setDialog(undefined);
		input.current?.focus();
	};
	// What is typed next is meant for the next part.
	const onward = () => goOn(following);
	const gaugeLine = useLine(feature, gauge, entry, dialog !== undefined, going);
	const press = (key: string) => pressed(key, { entry, feature, open, onward, line: gaugeLine });
	useFirstKeys(input, !person.asking, dialog === undefined, press, entry.more);
	const byTouch = useByTouch();
	const table = (
		<CellTable
			feature={feature}
			at={at}
			system={system}
			waiting={taker.waiting}
			wanted={entry.wanted}
			onPick={(cell) => {
				entry.move(cell);
				input.current?.focus();
			}}
		/>
	);
	return (
		<div className={css.whole}>
			<Bar trail={[{ text: placeWords.shop, to: "/" }, { text: job.engine, to: pathIn(view) }, { text: feature.title }]}>
				<Small text={stateWord(feature.state)} onClick={() => open("state")} />
				<Small text={gaugeText(feature, gauge, system)} onClick={() => open("gauge")} />
				<SavedWord waiting={taker.unsaved} away={taker.away} others={taker.others} />
			</Bar>
			<div className={`${look.columns} ${look.bench} ${css.screen}`}>
				<div className={look.rail}>{rail}</div>
				<main className={css.centre}>
					<Group justify="space-between" align="baseline" gap="0 12px">
						<Title order={1} size="h2">
							{benchWords.reading(feature.title, cellName(feature, at), entry.repeat)}
						</Title>
						<span className={look.soft}>
							{done
								? benchWords.everyPlaceRead
								: benchWords.readingOf(Math.min(taken(feature) + taker.waiting.length + 1, path.length), path.length)}
						</span>
					</Group>
					<Reminders view={view} feature={feature} gauge={gauge} system={system} onZero={() => open("zero")}>
						<Asked view={view} feature={feature} entry={entry} onCondition={() => open("condition")} />
						<LeftAt view={view} feature={feature} />
					</Reminders>
					{taker.ungraded ? (
						<Warned small>
							{taker.ungraded.trouble?.sentence}{" "}
							<Button
								size="compact-sm"
								variant="default"
								onClick={() => {
									queue.remove(taker.ungraded?.id ?? "");
									open("look");
								}}
							>
								{benchWords.lookAgain}
							</Button>
						</Warned>
					) : null}
					<Picture view={view} feature={feature} at={at} next={entry.next} />
					<EntryField
						entry={entry}
						feature={feature}
						input={input}
						closed={job.closed_at !== undefined}
						byTouch={byTouch}
						press={press}
					/>
					<LiveGauge line={gaugeLine} feature={feature} gauge={gauge} />
					<Means entry={entry} view={view} feature={feature} />
					{benchOf(feature).beside ? null : <div className={css.below}>{table}</div>}
					{feature.kind.endsWith("_bearing") ? <FittedShells view={view} feature={feature} /> : null}
					{done ? <Onward view={view} feature={feature} following={following} /> : null}
					{byTouch ? <Pad entry={entry} line={gaugeLine} onTake={() => press("Enter")} /> : null}
					{byTouch ? <Tools keys={keyHints(entry, feature, gaugeLine)} press={press} /> : null}
				</main>
				<BenchSide view={view} feature={feature} system={system} waiting={taker.waiting} table={table} open={open} />
			</div>
			<FirstTime feature={feature} />
			{byTouch ? null : <KeyBar keys={mostUsed(keyHints(entry, feature, gaugeLine))} />}
			<BenchDialogs
				name={dialog}
				view={view}
				feature={feature}
				gauge={gauge}
				system={system}
				at={at}
				by={by}
				onClose={closeDialog}
				onSkip={(reason, depth) => {
					closeDialog();
					entry.skip(reason, depth);
				}}
			/>
		</div>
	);
}

/** The ways on, once every place is read. */
function Onward({ view, feature, following }: { view: JobView; feature: FeatureView; following: NextStep }) {
	return (
		<Group gap="xs" className={css.below}>
			<OnwardButton view={view} next={following} />
			{benchOf(feature).listed ? null : (
				<Button variant="default" component={Link} to={pathIn(view, `features/${feature.kind}/${feature.number}`)}>
					{benchWords.seeItsForm}
				</Button>
			)}
		</Group>
	);
}

function Small({ text, onClick }: { text: string; onClick: () => void }) {
	return (
		<Button variant="default" size="compact-md" maw="100%" onClick={onClick}>
			{text}
		</Button>
	);
}
