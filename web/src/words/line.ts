/** What is said of a gauge's line. */
export const lineWords = {
	sends: (name: string) => `${name} sends its readings.`,
	take: "Take its line",
	noPorts: "This browser reads no ports at this address: it does on the machine itself, or over TLS.",
	noPort: "No port was chosen.",
	takeOver: "Take it over",
	letGo: "Let go",
	press: "Press its key: the reading comes here.",
	rock: "rock it through the turning point",
	rubbish: (bad: string, says: string, count: number) =>
		`It sends what is no reading${bad ? `: “${bad.slice(0, 40)}”` : ""}. ${says}${!bad && count > 1 ? ` (${count} lines)` : ""}`,
	unplaced: (count: number) =>
		count === 1
			? "A reading of the gauge came after the bench had gone to another gauge. It was not taken: read that place again."
			: `${count} readings of the gauge came after the bench had gone to another gauge. They were not taken: read those places again.`,
	flood: "It sends more than any gauge does, or any hand presses: nothing is taken until it is quiet.",
	silent: "It says nothing. Is it switched on? Typing goes on as ever.",
	away: "Its port is gone; it comes back by itself once it is plugged in. Typing goes on as ever.",
};
