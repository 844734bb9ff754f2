package template_test

import (
	"os"
	"testing"

	"figladder/internal/store/storetest"
)

func TestMain(m *testing.M) { os.Exit(storetest.Run(m)) }
