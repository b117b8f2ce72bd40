import { Modal, Table } from "@mantine/core";
import type { Cell, FeatureView, JobView } from "../../api/client";
import { type Kind, rowOf } from "../../api/table";
import look from "../../look/look.module.css";
import { benchWords } from "../../words/bench";
import css from "./bench.module.css";
import { Picture } from "./Picture";

const KEYS: [string, string][] = [
	[benchWords.digitsEnter, benchWords.takeTheReadingTheLastTwo],
	[benchWords.enterOnNothing, benchWords.repeatThePlaceJustReadThe],
	[benchWords.backspaceOnNothing, benchWords.stepBackTypingOverAReading],
	["Ctrl Z", benchWords.takeTheLastReadingBack],
	["arrow keys", benchWords.moveOverTheGrid],
	["s, /", benchWords.skipThisPlaceWithAReason],
	["l, *", "grade the look"],
	["g", benchWords.theGaugeInstrumentDivisionAndWhat],
	["z", benchWords.theGaugeWasCheckedOnIts],
	["c", benchWords.howThePartIsHeldAnd],
	["e", benchWords.theStateThatIsBeingMeasured],
	["a", benchWords.addAPlaceOutsideThePlan],
	["w", benchWords.theSizeOfTheUnwornPart],
	["u, + Enter", benchWords.inchesOrMillimetresOnADial],
	["p", benchWords.goAlongByStationOrBy],
	["n", benchWords.nextJournalThatIsOpen],
	["Esc", benchWords.clearWhatIsTyped],
];

const whereOn = (kind: Kind): string => rowOf(kind).where ?? benchWords.wipeThePartAndTheGauge;

interface HelpDialogProps {
	opened: boolean;
	view: JobView;
	feature: FeatureView;
	at: Cell;
	onClose: () => void;
}

/** Where the gauge goes on this part, and all keys of the bench. */
export function HelpDialog({ opened, view, feature, at, onClose }: HelpDialogProps) {
	return (
		<Modal
			opened={opened}
			onClose={onClose}
			title={benchWords.atTheBench}
			size="lg"
			closeButtonProps={{ "aria-label": "Close" }}
			returnFocus={false}
		>
			<p className={look.flush}>{whereOn(feature.kind)}</p>
			<Picture view={view} feature={feature} at={at} next={undefined} />
			<Table>
				<Table.Tbody>
					{KEYS.map(([key, text]) => (
						<Table.Tr key={key}>
							<Table.Th scope="row" className={css.key}>
								{key}
							</Table.Th>
							<Table.Td>{text}</Table.Td>
						</Table.Tr>
					))}
				</Table.Tbody>
			</Table>
			<p className={look.soft}>{benchWords.machinedEdgesCut(rowOf(feature.kind).heavy)}</p>
			{feature.quantity === "size" ? null : <p>{benchWords.n6And65CountThousandthsOfAn}</p>}
			{feature.blind ? <p className={look.soft}>{benchWords.thisPlanCannotSee(feature.blind)}</p> : null}
		</Modal>
	);
}
