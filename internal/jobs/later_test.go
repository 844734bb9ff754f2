package jobs_test

import (
	"context"
	"testing"
	"time"

	"figladder/internal/jobs"
	"figladder/internal/standin"
	"figladder/internal/store"
	"figladder/internal/store/storetest"
	"figladder/internal/studio"
	"figladder/internal/studio/core"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gorm.io/gorm"
)

// What is ordered for an hour outlives the server that it was ordered at, goes out once when the hour comes and not before, and is
// taken down again when that is asked.
func TestAnHourOutlivesItsServer(t *testing.T) {
	defer jobs.Hurried(20 * time.Millisecond)()
	dir := t.TempDir()
	vault, err := store.OpenVault(dir + "/files")
	require.NoError(t, err)
	hall, err := standin.OpenHall(dir + "/outlet")
	require.NoError(t, err)
	t.Cleanup(hall.Close)
	s := storetest.Open(t)
	server := func() (*studio.Studio, func()) {
		st := studio.New(studio.Outside{Store: s, Vault: vault, Outlet: standin.Courier{URL: hall.URL}})
		q, err := jobs.Start(context.Background(), s, st)
		require.NoError(t, err)
		return st, func() {
			ctx, cancel := context.WithTimeout(context.Background(), 5*time.Second)
			defer cancel()
			_ = q.Stop(ctx)
		}
	}
	st, stop := server()
	hour := time.Now().Add(4 * time.Second)
	frame := ordered(t, s, vault, st, 2, &hour)
	// What its hour asks for: the frame is kept, and a yes was said of this picture.
	require.NoError(t, s.Model(frame).Update("kept", true).Error)
	require.NoError(t, s.Transaction(func(tx *gorm.DB) error {
		return tx.Create(&store.Approval{Base: store.NewBase(), ApprovalDoc: store.ApprovalDoc{ShootID: frame.ShootID, ShotID: frame.ShotID, FrameID: frame.Key, Who: "The kitchen", Picture: frame.SHA256}}).Error
	}))
	stop()
	st, stop = server()
	t.Cleanup(stop)
	who := core.Who{Name: "Ada"}
	off, err := st.Out.CallOff(t.Context(), who, "picture-001")
	require.NoError(t, err)
	assert.Equal(t, "called off", off.State)
	time.Sleep(time.Until(hour) - time.Second)
	assert.Empty(t, hall.Shown(), "not before its hour")
	state := func(id string) string {
		var row store.Publication
		require.NoError(t, s.Where("id = ?", id).First(&row).Error)
		return row.State + " " + row.Answer
	}
	if !assert.Eventually(t, func() bool { return hall.Shown()["picture-000"] == 1 }, 30*time.Second, 100*time.Millisecond) {
		t.Log(state("picture-000"))
	}
	require.Eventually(t, func() bool { return state("picture-000") == "accepted tile/picture-000" }, 10*time.Second, 50*time.Millisecond)
	_, err = st.Out.TakeDown(t.Context(), who, "picture-000")
	require.NoError(t, err)
	require.Eventually(t, func() bool { return len(hall.Shown()) == 0 }, 30*time.Second, 100*time.Millisecond, "it is taken down")
	require.Eventually(t, func() bool { return state("picture-000") == "taken down The outlet took it down." }, 10*time.Second, 50*time.Millisecond)
	assert.Equal(t, "called off Called off by Ada.", state("picture-001"))
}
