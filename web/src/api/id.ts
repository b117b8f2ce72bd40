import { useRef } from "react";
import { v4 } from "uuid";

/** An id for something that is sent. The browser's own are made only on addresses that it calls secure; a shop's network name is none. */
export const newId = (): string => v4();

/** Ids for what is sent again where its answer was lost: the same content keeps its id until it is done, so that it is stored once. */
export function useIds(): { of: (content: unknown) => string; done: () => void } {
	const made = useRef<{ text: string; id: string }>(undefined);
	return {
		of(content) {
			const text = JSON.stringify(content);
			if (made.current?.text !== text) made.current = { text, id: newId() };
			return made.current.id;
		},
		done() {
			made.current = undefined;
		},
	};
}

/** What tells one chosen file from another. */
export const fileMarks = (file: File) => [file.name, file.size, file.lastModified];
