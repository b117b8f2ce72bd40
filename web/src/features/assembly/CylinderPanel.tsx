import type { Ring } from "../../api/client";
import { titleOf } from "../../api/table";
import { PistonMap } from "../../drawing/PistonMap";
import look from "../../look/look.module.css";
import { assemblyWords as words } from "../../words/assembly";
import css from "./assembly.module.css";
import type { Shown } from "./Frame";

const RINGS: Ring[] = ["expander", "rail_lower", "rail_upper", "second", "top"];

/** What goes into one cylinder, drawn: the numbers, the piston's mark, and where each ring's gap stands. */
export function CylinderPanel({ view, cylinder, ring }: Shown & { cylinder: number; ring: Ring | undefined }) {
	const map = view.cylinders.find((c) => c.number === cylinder);
	const pattern = view.patterns.find((p) => p.name === view.plan.gaps) ?? view.patterns[0];
	if (!map || !pattern) return null;
	return (
		<section className={look.panel} aria-label={words.map(cylinder)}>
			<div className={css.torque}>
				<PistonMap
					label={words.map(cylinder)}
					front={words.front}
					gaps={RINGS.map((r) => ({
						name: titleOf("ring", r),
						angle: pattern.angles[r] ?? 0,
						done: Boolean(map.rings[r]),
						lit: r === ring,
					}))}
				/>
				<dl className={css.rules}>
					<div>
						<dt>{words.cylinder}</dt>
						<dd className={css.huge}>{cylinder}</dd>
					</div>
					<div>
						<dt>{words.rodsAndPistons}</dt>
						<dd className={css.large}>
							{words.pistonMark(map.piston)}
							<br />
							{words.rodAndCap(map.rod)}
							<br />
							{view.plan.number_side ? words.numbersTo(view.plan.number_side) : null}
						</dd>
					</div>
					<div>
						<dt>{words.ringSides}</dt>
						<dd>
							{RINGS.slice()
								.reverse()
								.map((r) => (
									<div key={r} className={r === ring ? look.bold : undefined}>
										{words.ringSide(titleOf("ring", r), pattern.angles[r] ?? 0, view.plan.marked?.includes(r) ?? false)}
									</div>
								))}
						</dd>
					</div>
				</dl>
			</div>
		</section>
	);
}
