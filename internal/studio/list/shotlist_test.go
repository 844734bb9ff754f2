package list_test

import (
	"errors"
	"strings"
	"testing"

	"figladder/internal/formats/shotcsv"
	"figladder/internal/studio/studiotest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestAListOutAndBackChangesNothing(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, shots := k.Toddy(t)
	data, err := k.List.ListCSV(ctx, shoot.Key)
	require.NoError(t, err)
	assert.Equal(t, len(shots)+1, strings.Count(string(data), "\r\n"))
	got, err := k.List.ReadListCSV(ctx, k.Owner, shoot.Key, data)
	require.NoError(t, err)
	assert.Zero(t, *got)
	again, err := k.List.ListCSV(ctx, shoot.Key)
	require.NoError(t, err)
	assert.Equal(t, string(data), string(again))
}

func TestAListChangedOutsideComesBackAsOneDeed(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, _ := k.Toddy(t)
	before, err := k.List.ListCSV(ctx, shoot.Key)
	require.NoError(t, err)
	lines := strings.Split(strings.TrimSpace(string(before)), "\r\n")
	last := len(lines) - 1
	lines[last], lines[last-1] = lines[last-1], lines[last] // two finished states change places
	lines[1] = strings.Replace(lines[1], "Just the pear", "The pear cut open", 1)
	lines = append(lines, "99,Pear toddy,detail,Steam on the rim,level,0,no,,")
	got, err := k.List.ReadListCSV(ctx, k.Owner, shoot.Key, []byte(strings.Join(lines, "\n")))
	require.NoError(t, err)
	assert.Equal(t, 3, got.Changed)
	assert.Equal(t, 1, got.Added)
	list := k.Listed(t, shoot.Key)
	assert.Equal(t, "The pear cut open", list[0].Shot.Title)
	assert.Equal(t, "Steam on the rim", list[len(list)-1].Shot.Title)
	_, err = k.Undo(ctx, k.Owner, shoot.Key, false)
	require.NoError(t, err)
	after, err := k.List.ListCSV(ctx, shoot.Key)
	require.NoError(t, err)
	assert.Equal(t, string(before), string(after), "one undo takes it all back")
}

func TestAListWithAnythingWrongIsNotTaken(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, shots := k.Toddy(t)
	before, err := k.List.ListCSV(ctx, shoot.Key)
	require.NoError(t, err)
	head := "id,dish,kind,shot,angle\n"
	id := shots[0].Key
	_, err = k.List.ReadListCSV(ctx, k.Owner, shoot.Key, []byte(head+
		id+",,,Fine,level\n"+
		"none,,,Lost,level\n"+
		id+",,,Twice,level\n"+
		",Pear toddy,hero,Askew,aslant\n"+
		",No such dish,hero,Homeless,level\n"+
		",Pear toddy,portrait,Unkind,level\n"))
	var bad shotcsv.Errors
	require.True(t, errors.As(err, &bad), "%v", err)
	var at []int
	for _, b := range bad {
		at = append(at, b.Line)
	}
	assert.Equal(t, []int{3, 4, 5, 6, 7}, at)
	lines := strings.Split(strings.TrimSpace(string(before)), "\r\n")
	for i := range lines {
		if strings.Contains(lines[i], "Safe frame before “Flame") && i+1 < len(lines) {
			lines[i], lines[i+1] = lines[i+1], lines[i]
			break
		}
	}
	_, err = k.List.ReadListCSV(ctx, k.Owner, shoot.Key, []byte(strings.Join(lines, "\n")))
	require.True(t, errors.As(err, &bad), "%v", err)
	assert.Contains(t, err.Error(), "cannot be undone", "an order that cannot be")
	after, err := k.List.ListCSV(ctx, shoot.Key)
	require.NoError(t, err)
	assert.Equal(t, string(before), string(after))
}

// What cannot be read and what cannot be taken are told in one go, by line.
func TestAllFaultsOfAListAreToldAtOnce(t *testing.T) {
	k := studiotest.New(t)
	shoot, _, _ := k.Toddy(t)
	_, err := k.List.ReadListCSV(t.Context(), k.Owner, shoot.Key, []byte("shot,dish,kind,hands,light\nA,Cheese,hero,0,\nB,Pear toddy,hero,many,\nC,Pear toddy,hero,0,from the moon\n"))
	var bad shotcsv.Errors
	require.ErrorAs(t, err, &bad)
	require.Len(t, bad, 3)
	for i, b := range bad {
		assert.Equal(t, i+2, b.Line)
	}
}

func TestAColumnTakenOutChangesNothing(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, _ := k.Toddy(t)
	before := k.Listed(t, shoot.Key)
	var b strings.Builder
	b.WriteString("id,shot\n")
	for _, r := range before {
		b.WriteString(r.Shot.Key + ",\"" + strings.ReplaceAll(r.Shot.Title, "\"", "\"\"") + "\"\n")
	}
	got, err := k.List.ReadListCSV(ctx, k.Owner, shoot.Key, []byte(b.String()))
	require.NoError(t, err)
	assert.Zero(t, *got)
}
