import { useState } from "react";
import { useAddPhoto } from "../api/changes";
import type { FeatureView, JobView } from "../api/client";
import { jobWords } from "../words/job";

/** The server takes no more. */
const MOST_BYTES = 12 * 1024 * 1024;

/** Keeps photographs with a job, or with a part of it, one after another; what was refused is told by its file's name. */
export function useTakePhotos(view: JobView, part: FeatureView | undefined) {
	const add = useAddPhoto(view.job.id);
	const [refused, setRefused] = useState("");
	const of = part ? { kind: part.kind, number: part.number, component: part.component } : {};
	const take = async (files: File[], caption: string) => {
		setRefused("");
		for (const file of files) {
			if (file.size > MOST_BYTES) {
				setRefused(jobWords.isLargerThan12MbASmaller(file.name));
				continue;
			}
			try {
				await add.mutateAsync({ file, caption: caption.trim() || file.name.replace(/\.\w+$/, ""), ...of });
			} catch (error) {
				setRefused(`${file.name}: ${error instanceof Error ? error.message : jobWords.couldNotBeKept}`);
			}
		}
	};
	return { take, taking: add.isPending, refused };
}
