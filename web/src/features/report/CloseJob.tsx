import { Button, Title } from "@mantine/core";
import type { JobView } from "../../api/client";
import { useCloseJob } from "../../api/queries";

/** Takes a job out of the shop's list once it has left, or back into it. */
export function CloseJob({ view }: { view: JobView }) {
	const close = useCloseJob(view.job.id);
	const closed = view.job.closed_at !== undefined;
	const open = view.orders.issued.filter((o) => !o.struck && !o.closed).length;
	return (
		<section className="panel" aria-label="The job itself">
			<Title order={2} size="h4" mb={4}>
				{closed ? "This job left the shop" : "When it leaves the shop"}
			</Title>
			<p style={{ marginTop: 0 }}>
				{closed
					? `Closed on ${new Date(view.job.closed_at ?? "").toLocaleDateString()}. Search still finds it, and nothing of it is lost.`
					: open > 0
						? `${open} of its sheets ${open === 1 ? "is" : "are"} not closed yet; the job can be closed all the same.`
						: "Closing takes it out of the shop's list. Search still finds it."}
			</p>
			<Button variant="default" onClick={() => close.mutate(!closed)} loading={close.isPending}>
				{closed ? "Take it back into the shop" : "Close the job"}
			</Button>
			{close.error ? <div className="wrong">{close.error.message}</div> : null}
		</section>
	);
}
