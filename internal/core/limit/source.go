package limit

// A Source is where a limit comes from. The zero Source was not told.
type Source string

// The sources, the most trusted first.
const (
	Maker        Source = "maker"         // the engine maker's data
	BearingMaker Source = "bearing_maker" // the bearing maker's data
	Shop         Source = "shop"          // the shop's own rule
	Thumb        Source = "thumb"         // a rule of thumb
)

// Sources lists the sources.
func Sources() []Source { return []Source{Maker, BearingMaker, Shop, Thumb} }

var sourceWords = map[Source]string{Maker: "maker's data", BearingMaker: "bearing maker's data", Shop: "shop rule", Thumb: "rule of thumb"}

// Words is the source in words; empty where it was not told.
func (s Source) Words() string { return sourceWords[s] }

// Fields are the names under which sources are told.
var Fields = []string{"new", "wear_max", "taper_max", "out_of_round_max", "runout_max", "bore_to_bore_max", "alignment_max", "max", "skim_max",
	"undersizes", "oversizes", "shells", "clearance.new", "clearance.max", "clearance.target"}

// has reports whether l says anything in a field.
func (l Limits) has(field string) bool {
	c := l.Clearance
	switch field {
	case "new":
		return l.New != nil
	case "wear_max":
		return l.WearMax != nil
	case "taper_max":
		return l.TaperMax != nil
	case "out_of_round_max":
		return l.OutOfRoundMax != nil
	case "runout_max":
		return l.RunoutMax != nil
	case "bore_to_bore_max":
		return l.BoreToBoreMax != nil
	case "alignment_max":
		return l.AlignmentMax != nil
	case "max":
		return l.Max != nil
	case "skim_max":
		return l.SkimMax != nil
	case "undersizes":
		return l.Undersizes != nil
	case "oversizes":
		return l.Oversizes != nil
	case "shells":
		return l.Shells != nil
	case "clearance.new":
		return c != nil && c.New != nil
	case "clearance.max":
		return c != nil && c.Max != nil
	case "clearance.target":
		return c != nil && c.Target != nil
	}
	return false
}

// sourcesOver are the sources of l over base: each goes with its field.
func (l Limits) sourcesOver(base Limits) map[string]Source {
	if len(l.Sources) == 0 && len(base.Sources) == 0 {
		return nil
	}
	merged := map[string]Source{}
	for _, field := range Fields {
		from := base
		if l.has(field) {
			from = l
		}
		if source := from.Sources[field]; source != "" && from.has(field) {
			merged[field] = source
		}
	}
	return merged
}

// SourceOf is where the limit of a named check comes from.
func (l Limits) SourceOf(check string) Source {
	if len(l.Sources) == 0 {
		return ""
	}
	switch check {
	case "size_low", "size_high":
		return l.Sources["new"]
	case "taper", "out_of_round", "wear", "runout", "bore_to_bore", "alignment":
		return l.Sources[check+"_max"]
	case "clearance":
		for _, field := range []string{"clearance.target", "clearance.max", "clearance.new"} {
			if source := l.Sources[field]; source != "" {
				return source
			}
		}
		return ""
	}
	if source := l.Sources["max"]; source != "" {
		return source
	}
	return l.Sources["new"]
}
