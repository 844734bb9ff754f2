package core_test

import (
	"errors"
	"testing"

	"figladder/internal/craft/finding"
	"figladder/internal/studio/core"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestARefusalNamesTheFieldWhereItLies(t *testing.T) {
	problems := []finding.FieldProblem{{Path: "rates.1.does", Words: "Twice."}}
	for within, want := range map[string]string{"": "rates.1.does", "doc": "doc.rates.1.does"} {
		var e *core.FieldError
		require.True(t, errors.As(core.Fields(within, problems), &e))
		assert.Equal(t, want, e.Problems[0].Path)
	}
	assert.NoError(t, core.Fields("doc", nil))
	assert.Equal(t, "rates.1.does", problems[0].Path, "what was given stays as it was")
}
