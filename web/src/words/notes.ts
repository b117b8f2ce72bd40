export const noteWords = {
	notes: "Notes",
	aNote: "A note",
	ofThisPart: "a note on this part: burr at the oil hole, dressed",
	ofThisJob: "a note on the job: he calls on Friday",
	keep: "Keep it",
	withdraw: "withdraw",
	withdrawn: "The note is withdrawn.",
	bringBack: "bring back",
};
