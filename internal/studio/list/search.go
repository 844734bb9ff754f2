package list

import (
	"context"
	"encoding/json"
	"strings"
)

// Hit is something a search found.
type Hit struct {
	Kind    string `json:"kind" enum:"dish,shot" doc:"What it is"`
	ID      string `json:"id" doc:"Its key"`
	ShootID string `json:"shootId" doc:"Its shoot"`
	Shoot   string `json:"shoot" doc:"Name of its shoot"`
	Title   string `json:"title" doc:"What it is called"`
	With    string `json:"with" doc:"The ingredient that was found, for a dish found by one; the dish, for a shot"`
}

// mostHits is how many dishes and how many shots a search answers with.
const mostHits = 20

// leastTyped is the least that is searched for: two letters are in everything.
const leastTyped = 3

// Search finds dishes by title or ingredient and shots by what they show, in all
// shoots, newest first. It answers nothing until three letters are typed.
func (s *Room) Search(ctx context.Context, words string) ([]Hit, error) {
	words = strings.TrimSpace(words)
	out := []Hit{}
	if len([]rune(words)) < leastTyped {
		return out, nil
	}
	tx := s.Store.WithContext(ctx)
	var dishes []struct{ ID, ShootID, Shoot, Title, Items string }
	if err := tx.Raw(`select d.id, d.shoot_id, s.name as shoot, d.recipe ->> 'title' as title, jsonb_path_query_array(d.recipe, '$.ingredients[*].item')::text as items
		from (select id, shoot_id, recipe from dishes where words ilike ? order by id desc limit ?) d join shoots s on s.id = d.shoot_id order by d.id desc`, Likely(words), mostHits).Scan(&dishes).Error; err != nil {
		return nil, err
	}
	for _, d := range dishes {
		h := Hit{Kind: "dish", ID: d.ID, ShootID: d.ShootID, Shoot: d.Shoot, Title: d.Title}
		if !strings.Contains(strings.ToLower(d.Title), strings.ToLower(words)) {
			h.With = itemWith(d.Items, words)
		}
		out = append(out, h)
	}
	var shots []struct{ ID, ShootID, Shoot, Title, Dish string }
	if err := tx.Raw(`select x.id, x.shoot_id, s.name as shoot, x.title, d.recipe ->> 'title' as dish
		from (select id, shoot_id, dish_id, title from shots where title ilike ? order by id desc limit ?) x join shoots s on s.id = x.shoot_id join dishes d on d.id = x.dish_id order by x.id desc`, Likely(words), mostHits).Scan(&shots).Error; err != nil {
		return nil, err
	}
	for _, x := range shots {
		out = append(out, Hit{Kind: "shot", ID: x.ID, ShootID: x.ShootID, Shoot: x.Shoot, Title: x.Title, With: x.Dish})
	}
	return out, nil
}

// itemWith is the first ingredient that holds the words.
func itemWith(items, words string) string {
	var list []string
	if json.Unmarshal([]byte(items), &list) != nil {
		return ""
	}
	for _, i := range list {
		if strings.Contains(strings.ToLower(i), strings.ToLower(words)) {
			return i
		}
	}
	return ""
}
