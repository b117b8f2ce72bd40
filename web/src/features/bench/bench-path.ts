import type { FeatureView, JobView } from "../../api/client";
import { pathIn } from "../../api/view";

export const benchPath = (view: JobView, f: Pick<FeatureView, "kind" | "number">, query?: Record<string, string>) =>
	pathIn(view, `bench/${f.kind}/${f.number}`, query);
