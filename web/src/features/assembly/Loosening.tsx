import { Alert, Button, Group } from "@mantine/core";
import type { AssemblyView, TorqueRun } from "../../api/client";
import { useKey } from "../../ui/use-key";
import { assemblyWords as words } from "../../words/assembly";
import type { RunningProps } from "./TorquePlace";

interface LooseningProps extends RunningProps {
	/** The bolt that is to be loosened; 0 for all of the card. */
	bolt: number;
	ticks: number;
	onDone: () => void;
}

/** Asks before anything is loosened: all, one bolt, or the bolts of its cap. */
export function Loosening({ build, card, of, bolt, ticks, onDone }: LooseningProps) {
	const loosen = (more: { bolt?: number; cap?: number }, renew?: boolean) => {
		build.act({ what: "loosen", card: card.key, run: of, ...more });
		if (renew) build.act({ what: "bolt", card: card.key, run: of, bolt, new: true });
		onDone();
	};
	const cap = card.group === "main" && card.rows > 1 && bolt > 0 ? Math.ceil(bolt / card.rows) : undefined;
	const first = bolt === 0 ? {} : { bolt };
	useKey("x", () => loosen(first));
	useKey("Escape", onDone);
	return (
		<Alert
			color="orange"
			role="alert"
			title={bolt === 0 ? words.loosenAll(ticks, card.uses !== undefined && card.uses > 0) : words.loosenOne(bolt)}
		>
			{bolt === 0 ? null : <p>{words.onlyItIsOpen}</p>}
			<Group gap="xs">
				<Button color="red" onClick={() => loosen(first)} rightSection={<kbd>x</kbd>}>
					{bolt === 0 ? words.loosen : words.loosenBolt(bolt)}
				</Button>
				{bolt === 0 ? null : (
					<Button variant="default" onClick={() => loosen(first, true)}>
						{words.loosenAndRenew(bolt)}
					</Button>
				)}
				{cap === undefined ? null : (
					<Button variant="default" onClick={() => loosen({ cap })}>
						{words.loosenCap(cap)}
					</Button>
				)}
				<Button variant="default" onClick={onDone} rightSection={<kbd>{words.escape}</kbd>}>
					{bolt === 0 ? words.keepTight : words.keepIt}
				</Button>
			</Group>
		</Alert>
	);
}

interface UndoingProps {
	view: AssemblyView;
	latest: TorqueRun | undefined;
	last: string | undefined;
	onUndo: () => void;
	/** Asks if all is to be loosened; undefined where nothing is tight. */
	onLoosen: (() => void) | undefined;
}

/** Takes the last tick or loosening back, and asks for loosening. */
export function Undoing({ view, latest, last, onUndo, onLoosen }: UndoingProps) {
	const undoes = last !== undefined && latest?.undoes === true;
	const loosened = undoes ? view.loosened.find((l) => l.event === last) : undefined;
	return (
		<>
			{loosened ? <div>{words.isLoosened(loosened.bolts ?? [])}</div> : null}
			<Group>
				{onLoosen || undoes ? (
					<Button variant="default" onClick={onUndo} disabled={last === undefined} rightSection={<kbd>⌫</kbd>}>
						{undoes ? words.undoLoosening : words.takeBackLast}
					</Button>
				) : null}
				{onLoosen ? (
					<Button variant="default" onClick={onLoosen} rightSection={<kbd>x</kbd>}>
						{words.loosen}
					</Button>
				) : null}
			</Group>
		</>
	);
}
