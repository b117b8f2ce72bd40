import { useNavigate } from "react-router";
import { useAddState } from "../api/changes";
import type { JobView } from "../api/client";
import type { NextStep } from "../api/next-step";

/** Goes to what is to be done next; the state that it is proved in is made first, by a quick look. */
export function useGoOn(view: JobView) {
	const navigate = useNavigate();
	const add = useAddState(view.job.id);
	const goOn = async (next: NextStep) => {
		if (next.makes) await add.mutateAsync({ ...next.makes, quick: true });
		await navigate(next.to, { flushSync: true });
	};
	return { goOn: (next: NextStep) => void goOn(next), going: add.isPending, failed: add.error };
}
