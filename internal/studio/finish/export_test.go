package finish

import "time"

// Restarted makes the room a new run of the server, that began so long ago.
func (s *Room) Restarted(ago time.Duration) { s.process, s.began = s.process+"'", time.Now().Add(-ago) }

// Older makes this run so much older: its own clock goes on, whatever the wall's says.
func (s *Room) Older(by time.Duration) { s.began = s.began.Add(-by) }
