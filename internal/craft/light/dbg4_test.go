package light
import ("testing";"os";"strconv")
func TestDbgList(t *testing.T) {
	r, _ := strconv.ParseFloat(os.Getenv("ROOM"), 64)
	base, _ := strconv.Atoi(os.Getenv("BASE"))
	os.Setenv("FIGLADDER_RAYS_LIST","1")
	got := againstRays(t, base+int(1000*r), 30, 40000, r)
	t.Log(told("kf", got.keyFill), told("t", got.tableOfAll))
}
