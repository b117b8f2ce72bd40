import { Alert, Button, FileButton, Group, TextInput, Title } from "@mantine/core";
import { type DragEvent, useState } from "react";
import type { JobView } from "../../api/client";
import { useAddPhoto, useRemovePhoto, useRestorePhoto } from "../../api/queries";
import { who } from "../../words/trade";
import { date } from "../../words/intl";

/** The server takes no more. */
const MOST_BYTES = 12 * 1024 * 1024;

/** The job's photographs. Only the picture itself is kept: place, camera and time in the file are left out. */
export function Photos({ view }: { view: JobView }) {
	const { job } = view;
	const add = useAddPhoto(job.id);
	const remove = useRemovePhoto(job.id);
	const restore = useRestorePhoto(job.id);
	const [gone, setGone] = useState<string[]>([]);
	const [caption, setCaption] = useState("");
	const [refused, setRefused] = useState("");
	const take = async (files: File[]) => {
		setRefused("");
		for (const file of files) {
			if (file.size > MOST_BYTES) {
				setRefused(`${file.name} is larger than 12 MB; a smaller picture will do.`);
				continue;
			}
			try {
				await add.mutateAsync({ file, caption: caption.trim() || file.name.replace(/\.\w+$/, "") });
			} catch (error) {
				setRefused(`${file.name}: ${error instanceof Error ? error.message : "could not be kept."}`);
			}
		}
		setCaption("");
	};
	const drop = (event: DragEvent) => {
		event.preventDefault();
		void take([...event.dataTransfer.files]);
	};
	return (
		<section aria-label="Photographs" onDragOver={(e) => e.preventDefault()} onDrop={drop}>
			<Title order={2} size="h4" mb="xs">
				Photographs
			</Title>
			{refused ? (
				<Alert color="orange" variant="light" mb="xs">
					{refused}
				</Alert>
			) : null}
			<Group align="flex-end">
				<TextInput
					label="What it shows"
					placeholder="the deck, as it came"
					value={caption}
					maxLength={200}
					onChange={(e) => setCaption(e.currentTarget.value)}
				/>
				<FileButton
					accept="image/jpeg,image/png"
					multiple
					onChange={(files) => void take(files)}
					inputProps={{ "aria-label": "Photograph" }}
				>
					{(props) => (
						<Button {...props} variant="default" loading={add.isPending}>
							Add a photograph
						</Button>
					)}
				</FileButton>
				<span className="soft">JPEG or PNG up to 12 MB, or drop it here. Only the picture is kept.</span>
			</Group>
			{gone.length > 0 ? (
				<p className="soft">
					{gone.length === 1 ? "A photograph was" : `${gone.length} photographs were`} taken away.{" "}
					<button
						type="button"
						className="plain-link"
						onClick={() => {
							for (const id of gone) restore.mutate(id, { onSuccess: () => setGone((ids) => ids.filter((one) => one !== id)) });
						}}
					>
						bring back
					</button>
				</p>
			) : null}
			<ul className="photos">
				{view.photos.map((p) => (
					<li key={p.id}>
						<a href={`/api/v1/jobs/${job.id}/photos/${p.id}`} target="_blank" rel="noreferrer">
							<img src={`/api/v1/jobs/${job.id}/photos/${p.id}?small=true`} alt={p.caption} loading="lazy" />
						</a>
						<div>{p.caption}</div>
						<div className="soft">
							{who(p.taken_by, p.from_file)}, {date(p.taken_at)}{" "}
							<button
								type="button"
								className="plain-link"
								onClick={() => remove.mutate(p.id, { onSuccess: () => setGone((ids) => [...ids, p.id]) })}
							>
								take away<span className="visually-hidden"> {p.caption}</span>
							</button>
						</div>
					</li>
				))}
			</ul>
		</section>
	);
}
