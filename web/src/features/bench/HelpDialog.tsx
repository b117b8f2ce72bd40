import { Modal } from "@mantine/core";
import type { FeatureView } from "../../api/client";
import { type Kind, rowOf } from "../../api/table";

const KEYS: [string, string][] = [
	["digits, Enter", "take the reading; the last two digits are enough, for the first reading three"],
	["Enter on nothing", "repeat the place just read; the mean counts"],
	["Backspace on nothing, −", "step back; typing over a reading replaces it, the old one stays on the tape"],
	["arrow keys", "move over the grid"],
	["s, /", "skip this place with a reason"],
	["l, *", "grade the look"],
	[
		"g",
		"the gauge: instrument, division, and what it was zeroed on when it shows deviations; figures with + or − are then the deviation itself",
	],
	["z", "the gauge was checked on its standard"],
	["c", "how the part is held, and how warm it and the gauge are"],
	["e", "the state that is being measured: as found, after grinding…"],
	["a", "add a place outside the plan"],
	["w", "the size of the unworn part, above a ledge or beside a shell"],
	["u, +", "inches or millimetres; on a dial + is a sign"],
	["p", "go along by station or by direction"],
	["n", "next journal that is open"],
	["Esc", "clear what is typed"],
];

const whereOn = (kind: Kind): string => rowOf(kind).where ?? "Wipe the part and the gauge, and check the gauge's zero first.";

/** All keys of the bench, and where the gauge goes. */
export function HelpDialog({ opened, feature, onClose }: { opened: boolean; feature: FeatureView; onClose: () => void }) {
	return (
		<Modal
			opened={opened}
			onClose={onClose}
			title="At the bench"
			size="lg"
			closeButtonProps={{ "aria-label": "Close" }}
			returnFocus={false}
		>
			<table className="readings">
				<tbody>
					{KEYS.map(([key, text]) => (
						<tr key={key}>
							<th scope="row" style={{ whiteSpace: "nowrap", paddingRight: 16 }}>
								{key}
							</th>
							<td>{text}</td>
						</tr>
					))}
				</tbody>
			</table>
			<p>{whereOn(feature.kind)}</p>
			<p className="soft">
				{rowOf(feature.kind).heavy
					? "Crankshafts and blocks are heavy: hoist them or lift with two; a crankshaft stood on its end is chained. "
					: ""}
				Machined edges cut.
			</p>
			{feature.quantity === "size" ? null : (
				<p>
					6 and 6.5 count thousandths of an inch or hundredths of a millimetre; a figure that begins with its point or a nought is
					the length itself. Key g sets up divisions, feelers or a strip's scale.
				</p>
			)}
			{feature.blind ? <p className="soft">This plan cannot see {feature.blind}.</p> : null}
		</Modal>
	);
}
