import type { FeatureView } from "../../api/client";
import { degrees } from "../../api/view";
import { type System, show } from "../../quantity/length";

/** Every reading as it was taken, the latest on top; what was replaced is struck through. */
export function Tape({ feature, system }: { feature: FeatureView; system: System }) {
	const lines = [...feature.tape].reverse();
	return (
		<section aria-label="Tape">
			<div className="soft" style={{ fontWeight: 700 }}>
				Tape
			</div>
			{lines.length === 0 ? (
				<div className="soft">Nothing yet. Every reading stays here, corrected ones struck through.</div>
			) : null}
			<ol style={{ listStyle: "none", margin: 0, padding: 0, maxHeight: 260, overflowY: "auto" }}>
				{lines.map((r) => (
					<li
						key={r.id}
						className={r.superseded_by === undefined ? "figure" : "figure struck"}
						title={`${r.taken_by}, ${new Date(r.taken_at).toLocaleString()}${r.typed ? `, typed ${r.typed}` : ""}`}
						style={{
							display: "flex",
							justifyContent: "space-between",
							gap: 8,
							borderBottom: "1px dotted var(--scribe)",
							padding: "3px 0",
						}}
					>
						<span>
							{feature.stations[r.station]} · {degrees(feature)[r.direction]}°
						</span>
						<span>{r.value === undefined ? (r.reason ?? "taken back") : show(r.value, system)}</span>
					</li>
				))}
			</ol>
		</section>
	);
}
