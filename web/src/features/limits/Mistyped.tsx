import { Button, Group } from "@mantine/core";
import type { FormErrors } from "@mantine/form";
import { isKind, plural } from "../../api/table";
import { Warned } from "../../ui/Warned";
import { limitsWords } from "../../words/limits";

export interface MistypedProps {
	/** What looks odd, by field. */
	errors: FormErrors;
	onMean: () => void;
	onSure: () => void;
}

/** Asks about limits that look mistyped: what was meant, or what was typed. */
export function Mistyped({ errors, onMean, onSure }: MistypedProps) {
	return (
		<Warned title={limitsWords.someLimitsLookMistyped}>
			<ul>
				{Object.entries(errors).map(([name, sentence]) => (
					<li key={name}>{limitsWords.ofKind(named(name), String(sentence))}</li>
				))}
			</ul>
			<Group gap="xs">
				<Button size="compact-md" autoFocus onClick={onMean}>
					{limitsWords.yesTakeWhatWasMeant}
				</Button>
				<Button size="compact-md" variant="default" onClick={onSure}>
					{limitsWords.noTheyAreSoSaveThem}
				</Button>
			</Group>
		</Warned>
	);
}

/** The kind that a field of a card belongs to, in words. */
function named(field: string): string {
	const kind = field.split(".")[1];
	return isKind(kind) ? plural(kind) : "";
}
