package words

import "ledge/internal/core/closed"

// A ListWords are the words of the members of a closed list.
type ListWords struct {
	List    string        `json:"list"`
	Members []MemberWords `json:"members" doc:"in the order of the list"`
}

// A MemberWords are the words of one member.
type MemberWords struct {
	Value string `json:"value"`
	// Word stands within a sentence, Title by itself.
	Word  string `json:"word"`
	Title string `json:"title"`
}

// Lists are the words of every closed list that people read.
func Lists() (all []ListWords) {
	for _, list := range closed.Every() {
		for _, begin := range list.Words() {
			said := ListWords{List: begin}
			for _, name := range list.Names() {
				if name != "" {
					said.Members = append(said.Members, member(begin, name))
				}
			}
			all = append(all, said)
		}
	}
	return all
}

// Member is what a member of a list is called by itself.
func Member(list, name string) string { return member(list, name).Title }

func member(list, name string) MemberWords {
	m := MemberWords{Value: name, Word: word(list, name), Title: optional(list + "." + name + ".title")}
	if m.Title == "" {
		m.Title = capital(m.Word)
	}
	return m
}
