import type { FeatureView, JobView } from "../api/client";

type Shown = Pick<JobView["photos"][number] | JobView["notes"][number], "kind" | "number" | "component">;

/** Whether a photograph or a note is of a part, in whatever state that was measured. */
export const isOf = (p: Shown, part: FeatureView): boolean =>
	p.kind === part.kind && p.number === part.number && (p.component ?? "") === (part.component ?? "");
