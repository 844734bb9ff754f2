package styling

import (
	"context"
	"strings"
	"unicode"
	"unicode/utf8"

	"figladder/internal/craft/drink"
	"figladder/internal/craft/finding"
	craft "figladder/internal/craft/styling"
	"figladder/internal/formats/cutsheet"
	"figladder/internal/studio/core"
)

// capital begins an error's words with a capital.
func capital(err error) string {
	words := err.Error()
	r, n := utf8.DecodeRuneInString(words)
	return string(unicode.ToUpper(r)) + words[n:]
}

// lab works a lab out for a frame's vessel.
func lab[T any](ctx context.Context, s *Room, shotID string, work func(craft.Filled) (T, []finding.FieldProblem)) (T, error) {
	var none T
	a, err := s.at(ctx, shotID)
	if err != nil {
		return none, err
	}
	out, bad := work(filled(a))
	if err := core.Fields("", bad); err != nil {
		return none, err
	}
	return out, nil
}

// Drink is how a frame's drink looks, and what is mixed for a lightness.
func (s *Room) Drink(ctx context.Context, shotID string, ask craft.DrinkAsk) (craft.DrinkLab, error) {
	return lab(ctx, s, shotID, func(f craft.Filled) (craft.DrinkLab, []finding.FieldProblem) { return craft.Drink(f, ask) })
}

// Dew is dew on a frame's glass.
func (s *Room) Dew(ctx context.Context, shotID string, air craft.Air, glasses, cubes int, cubeMl float64) (craft.DewLab, error) {
	return lab(ctx, s, shotID, func(f craft.Filled) (craft.DewLab, []finding.FieldProblem) {
		return craft.Dew(f, air, glasses, cubes, cubeMl)
	})
}

// Steam is steam over a frame's dish.
func (s *Room) Steam(ctx context.Context, shotID string, air craft.Air) (craft.Steam, error) {
	a, err := s.at(ctx, shotID)
	if err != nil {
		return craft.Steam{}, err
	}
	out, bad := craft.SteamOf(filled(a), air, !a.set.Set.Drinks())
	return out, core.Fields("", bad)
}

// Bowl is a hidden lift in a frame's bowl.
func (s *Room) Bowl(ctx context.Context, shotID string, pieces int, eachMl float64) (craft.Lift, error) {
	return lab(ctx, s, shotID, func(f craft.Filled) (craft.Lift, []finding.FieldProblem) { return craft.BowlOf(f, pieces, eachMl) })
}

// Layers are layers laid on one another in a frame's glass.
func (s *Room) Layers(ctx context.Context, shotID string, layers []drink.Layer) (craft.LayersLab, error) {
	return lab(ctx, s, shotID, func(f craft.Filled) (craft.LayersLab, []finding.FieldProblem) { return craft.Layers(f, layers) })
}

// Pour is a pour.
func (s *Room) Pour(ask craft.PourAsk) (craft.Jet, error) {
	out, bad := craft.Pour(ask)
	return out, core.Fields("", bad)
}

// plain works a lab out that needs no frame.
func plain[A any](ask A, work func(A) (craft.HandLab, []finding.FieldProblem)) (craft.HandLab, error) {
	out, bad := work(ask)
	return out, core.Fields("", bad)
}

// Butter is how long a pat of butter keeps its edges.
func (s *Room) Butter(ask craft.ButterAsk) (craft.HandLab, error) { return plain(ask, craft.Butter) }

// Scoop is when something frozen is scooped, and how long it stands.
func (s *Room) Scoop(ask craft.ScoopAsk) (craft.HandLab, error) { return plain(ask, craft.Scoop) }

// Gloss is how far a sauce is thinned so that its coat stays.
func (s *Room) Gloss(ask craft.GlossAsk) (craft.HandLab, error) { return plain(ask, craft.Gloss) }

// Snow is crushed ice or snow that stays.
func (s *Room) Snow(ask craft.SnowAsk) (craft.HandLab, error) { return plain(ask, craft.Snow) }

// Foam is a head of foam in a frame's glass.
func (s *Room) Foam(ctx context.Context, shotID string, ask craft.FoamAsk) (craft.HandLab, error) {
	return lab(ctx, s, shotID, func(f craft.Filled) (craft.HandLab, []finding.FieldProblem) { return craft.FoamOn(f, ask) })
}

// Glow is the card cut to what a frame's glass holds.
func (s *Room) Glow(ctx context.Context, shotID string, marginMm float64) (craft.Glow, string, error) {
	if !(marginMm >= 0 && marginMm <= 30) {
		return craft.Glow{}, "", core.Fields("", []finding.FieldProblem{{Path: "marginMm", Words: "A margin from 0 to 30 mm."}})
	}
	a, err := s.at(ctx, shotID)
	if err != nil {
		return craft.Glow{}, "", err
	}
	_, g, err := a.set.Set.GlowCard(marginMm)
	if err != nil {
		return craft.Glow{}, "", core.Rule("%s.", capital(err))
	}
	return g, a.dish.Recipe.Title, nil
}

// pieces are so many of a card.
func pieces(g craft.Glow, name string, copies int) []cutsheet.Piece {
	p := cutsheet.Piece{Name: name}
	for _, q := range g.Outline {
		p.Outline = append(p.Outline, cutsheet.Point{X: q.XMm, Y: q.ZMm})
	}
	out := make([]cutsheet.Piece, copies)
	for i := range out {
		out[i] = p
	}
	return out
}

// PrintGlow is the card at true size over sheets of A4 or Letter.
func (s *Room) PrintGlow(ctx context.Context, shotID string, marginMm float64, paper string, copies int) ([]byte, error) {
	g, name, err := s.Glow(ctx, shotID, marginMm)
	if err != nil {
		return nil, err
	}
	sheets := cutsheet.A4
	if strings.EqualFold(paper, cutsheet.Letter.Name) {
		sheets = cutsheet.Letter
	}
	data, err := cutsheet.PDF(sheets, "Glow card: "+name, pieces(g, name, copies))
	if err != nil {
		return nil, core.Rule("%s.", capital(err))
	}
	return data, nil
}

// DrawGlow is the card at true size as SVG.
func (s *Room) DrawGlow(ctx context.Context, shotID string, marginMm float64) ([]byte, error) {
	g, name, err := s.Glow(ctx, shotID, marginMm)
	if err != nil {
		return nil, err
	}
	return cutsheet.SVG("Glow card: "+name, pieces(g, name, 1))
}
