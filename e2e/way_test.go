package e2e

import (
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
)

// From the sides of a set, and from the cupboard, the way leads back to the shot that was
// open; every page has a title of its own, and an address that is none says so.
func TestTheWayBackLeadsToTheSameShot(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	p.visit("Merrow", "/set/SECOND", "Key to fill", "")
	at := eval[string](p, "location.pathname")
	p.until("document.title.startsWith('Set · Merrow Ferry Kitchen')", "the page's own title")
	for _, side := range []string{"Props", "Pull and pack"} {
		p.click(side)
		p.until("location.pathname !== "+quote(at), side)
		p.click("Set")
		p.until("location.pathname === "+quote(at), "the same shot after "+side)
	}
	p.click("Light round")
	p.until("location.pathname === "+quote(at)+".replace('/set/', '/round/')", "its light round")
	p.press("c")
	p.sees("On the table")
	p.click("← Merrow Ferry Kitchen")
	p.until("location.pathname === "+quote(at), "back from the cupboard")

	p.go_("/shoots")
	p.sees("There is nothing at this address")
	assert.Contains(t, eval[string](p, "document.title"), "Not here")
	p.click("Go to the studio")
	p.sees("Shoots by day")
	assert.Equal(t, "Studio · Fig Ladder", eval[string](p, "document.title"))
}

// What was decided on the way goes into the set: what is held for the dish is offered and
// stands at one press, a ground that is switched on lies under it, and looking for light
// begins with the shot's own wish. A set that was not built yet has all of it.
func TestWhatWasDecidedIsTakenIntoTheSet(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	holds := `(async () => {
	  const get = async (u) => (await fetch(u)).json()
	  const shoot = (await get('/api/shoots')).find(c => c.shoot.doc.name.startsWith('Merrow')).shoot.id
	  const shots = (await get('/api/shoots/' + shoot + '/shots?limit=500')).rows.map(r => r.shot)
	  // A frame that has a set-up to itself loses it, beside a hero that has another.
	  const alone = (await get('/api/shoots/' + shoot + '/setups')).find(u => u.shots.length === 1 && shots.some(s => s.doc.kind === 'hero' && s.id !== u.shots[0].id && s.doc.dishId === shots.find(x => x.id === u.shots[0].id).doc.dishId))
	  await fetch('/api/setups/' + alone.id, {method: 'DELETE'})
	  const bare = shots.findIndex(s => s.id === alone.shots[0].id), built = shots.findIndex(s => s.doc.kind === 'hero' && s.doc.dishId === shots[bare].doc.dishId)
	  const suited = await get('/api/dishes/' + shots[built].doc.dishId + '/props')
	  const plate = suited.vessels.find(v => v.free > 0 && v.prop.kind === 'plate' && !suited.held.includes(v.id)), ground = suited.grounds.find(g => g.free > 0 && !suited.held.includes(g.id))
	  for (const pull of (await get('/api/shoots/' + shoot + '/pulls')).pulls) if (pull.reservation.doc.dishId === shots[built].doc.dishId) await fetch('/api/pulls/' + pull.reservation.id, {method: 'DELETE'})
	  window.decided = { shoot, dish: shots[built].doc.dishId, built: shots[built].id, bare: shots[bare].id, light: shots[bare].doc.light, plate: plate.prop.name, ground: ground.prop.name, plateMm: plate.prop.sizes.diameterMm, groundColour: ground.prop.front.colour }
	})()`
	eval[any](p, holds+"; null")
	p.until("window.decided", "something to hold")
	d := eval[map[string]any](p, "window.decided")
	at := func(screen, of string) string {
		return "/shoots/" + d["shoot"].(string) + "/" + screen + "/" + d[of].(string)
	}
	for _, what := range []string{"plate", "ground"} {
		p.go_(at("props", "dish"))
		p.sees("In or on")
		p.until("[...document.querySelectorAll('.tile')].some(e => e.innerText.includes("+quote(d[what].(string))+") && (e.click(), true))", d[what].(string))
		p.click("Hold it for this dish")
		p.sees("Let it go")
	}

	p.go_(at("set", "built"))
	p.sees("Stand “" + d["plate"].(string) + "” here")
	p.click("Stand “" + d["plate"].(string) + "” here")
	p.until("!document.body.innerText.includes("+quote("Stand “"+d["plate"].(string))+")", "the plate to stand")
	p.saved()
	p.click("Lay “" + d["ground"].(string) + "” under it")
	p.until("!document.body.innerText.includes("+quote("Lay “"+d["ground"].(string))+")", "the ground to lie")
	p.saved()
	p.numbers("vessel")
	p.until("Number(document.getElementById('f-vessel.diameterMm')?.value) * 10 === "+num(d["plateMm"]), "the plate's true size")

	// Off and on again: it lies under the dish, and nothing is refused.
	p.numbers("ground")
	eval[any](p, "document.getElementById('f-ground.on').click()")
	p.saved()
	eval[any](p, "document.getElementById('f-ground.on').click()")
	p.saved()
	p.until("document.getElementById('f-ground.on').closest('.el-switch').classList.contains('is-checked') && Number(document.getElementById('f-ground.widthMm').value) > 30", "a ground of some size")
	assert.False(t, eval[bool](p, "!!document.querySelector('.bench .words, [role=alert]')"), "nothing is refused")

	// A shot of the same dish whose set was not built yet begins with both.
	p.go_(at("set", "bare"))
	p.sees("Key to fill")
	p.numbers("vessel")
	p.until("Number(document.getElementById('f-vessel.diameterMm')?.value) * 10 === "+num(d["plateMm"]), "the plate's true size")
	p.numbers("ground")
	assert.Equal(t, d["groundColour"], eval[string](p, "document.getElementById('f-ground.colour').value"))
	p.numbers("daylight")
	assert.Contains(t, eval[string](p, "document.getElementById('f-daylight.day').value"), "2026")
	p.press("s")
	clock := map[string]string{"from the side": "9 o'clock", "from behind": "12 o'clock", "from a top corner": "10 o'clock"}[d["light"].(string)]
	if clock == "" {
		clock = "any side"
	}
	p.until("document.querySelector('.solve .from')?.innerText.includes("+quote(strings.Fields(clock)[0])+")", "the wish of the shot, "+clock)
}

func num(v any) string { return strconv.FormatFloat(v.(float64), 'f', -1, 64) }
