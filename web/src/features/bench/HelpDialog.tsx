import { Modal } from "@mantine/core";
import type { FeatureView } from "../../api/client";

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

const HEAVY =
	/^(main|rod)_(journal|bearing)$|^(runout|cylinder|deck|deck_heights|main_housing|main_alignment|tunnel_edge|end_float)$/;

/** Where on the part the gauge goes, and what is done before. */
const WHERE: [RegExp, string][] = [
	[
		/_bearing$/,
		"Shells clean and dry, in their own halves, caps torqued in steps. Read vertically first, off the parting line; rock the gauge to its turning point.",
	],
	[
		/_housing$/,
		"No shells in, caps clean and in their own places, torqued in steps with threads oiled. Read vertically first, off the parting line; rock the gauge to its turning point.",
	],
	[
		/^cylinder$/,
		"Wiped and dry, deck plate on where the shop uses one. Just below the ledge, in the middle and at the bottom of ring travel; across the engine and along it. Rock the gauge to its turning point.",
	],
	[/^deck/, "No gasket residue. Straight edge lengthwise, crosswise and on both diagonals; take the thickest leaf that enters."],
	[/^piston$/, "Square to the pin, at the height that the maker says: skirts are tapered and oval on purpose."],
	[/^(small_end|pin_bore)$/, "Wiped and dry; read at both ends, along the rod and square to it."],
	[/_shell$/, "Wiped; a ball or pin anvil inside, each side of the centre, both halves, away from the parting line."],
	[
		/_journal$|^pin$/,
		"Wipe journal and anvils. Keep off the oil holes and a few millimetres off the fillets; check the micrometer's zero on its standard first.",
	],
];

const whereOn = (kind: string): string =>
	WHERE.find(([kinds]) => kinds.test(kind))?.[1] ?? "Wipe the part and the gauge, and check the gauge's zero first.";

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
				{HEAVY.test(feature.kind)
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
