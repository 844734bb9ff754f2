package finish

import (
	"context"
	"strings"

	"figladder/internal/craft/finding"
	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// Yes is a yes to a picture.
type Yes struct {
	Who     string `json:"who" maxLength:"200" doc:"Who says yes, by name"`
	Words   string `json:"words" maxLength:"1000" doc:"What they say"`
	Picture string `json:"picture" maxLength:"64" doc:"Hash of the picture that it is said of: what goes out of the kept frame"`
}

// Approve records a yes to what goes out of a shot's kept frame. It is said of that picture alone: made anew, it takes
// another.
func (s *Room) Approve(ctx context.Context, who core.Who, shotID string, yes Yes) (*List, error) {
	list, err := s.ListOf(ctx, shotID)
	if err != nil {
		return nil, err
	}
	if list.Frame == nil {
		return nil, core.Rule("Keep a frame first; there is nothing to approve yet.")
	}
	for _, step := range list.Steps {
		if !step.Done {
			return nil, core.Rule("Finish it first: “%s” is not ticked.", step.Words)
		}
	}
	if yes.Picture != list.Picture {
		return nil, core.Rule("The picture was made anew meanwhile. Look at it once more before a yes is recorded.")
	}
	if list.Approval != nil {
		return list, nil
	}
	by := strings.TrimSpace(yes.Who)
	if by == "" {
		return nil, core.Fields("", []finding.FieldProblem{{Path: "who", Words: "Write who says yes: a yes without a name is nobody's."}})
	}
	row := approval(list, by, yes.Words)
	if err := s.Deed(ctx, who, list.Shot.ShootID, "Approved “"+list.Shot.Title+"”", func(j *store.Journal) error { return j.Create(row) }); err != nil {
		return nil, err
	}
	return s.ListOf(ctx, shotID)
}

func approval(list *List, by, words string) *store.Approval {
	return &store.Approval{Base: store.NewBase(), ApprovalDoc: store.ApprovalDoc{ShootID: list.Shot.ShootID, ShotID: list.Shot.Key,
		FrameID: list.Frame.Key, Picture: list.Picture, Who: by, Words: words}}
}
