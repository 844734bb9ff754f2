package list_test

import (
	"testing"

	"figladder/internal/studio/core"
	"figladder/internal/studio/studiotest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestOrderOfWork(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, _ := k.Toddy(t)
	list := k.Listed(t, shoot.Key)
	at := map[string]int{}
	var flame, safe, hero string
	for i, r := range list {
		assert.Equal(t, i+1, r.Shot.Position)
		at[r.Shot.Key] = i
		switch {
		case r.Shot.Kind == "safe" && r.Shot.Step == 3:
			safe = r.Shot.Key
		case r.Shot.Cause == "flame":
			flame = r.Shot.Key
		case r.Shot.Kind == "hero":
			hero = r.Shot.Key
		}
	}
	assert.Less(t, at[safe], at[flame])
	err := k.List.Move(ctx, k.Owner, flame, safe)
	var no *core.RuleError
	require.ErrorAs(t, err, &no)
	assert.Contains(t, no.Words, "cannot be undone")
	assert.ErrorContains(t, k.List.Move(ctx, k.Owner, hero, safe), "does not exist yet")
	require.NoError(t, k.List.Move(ctx, k.Owner, list[len(list)-1].Shot.Key, hero), "the last two both show the finished drink")
	_, err = k.Undo(ctx, k.Owner, shoot.Key, false)
	require.NoError(t, err)
	again := k.Listed(t, shoot.Key)
	for i := range list {
		assert.Equal(t, list[i].Shot.Key, again[i].Shot.Key)
	}
}
