package store

import (
	"context"
	"fmt"
	"reflect"

	"gorm.io/gorm/schema"
)

// orNull keeps an empty text as null, for a column that may name another row or none.
type orNull struct{}

func init() { schema.RegisterSerializer("ornull", orNull{}) }

// Scan implements schema.SerializerInterface.
func (orNull) Scan(ctx context.Context, field *schema.Field, dst reflect.Value, v any) error {
	var s string
	switch x := v.(type) {
	case nil:
	case string:
		s = x
	case []byte:
		s = string(x)
	default:
		return fmt.Errorf("%T is no text", v)
	}
	field.ReflectValueOf(ctx, dst).SetString(s)
	return nil
}

// Value implements schema.SerializerValuerInterface.
func (orNull) Value(_ context.Context, _ *schema.Field, _ reflect.Value, v any) (any, error) {
	if s, _ := v.(string); s != "" {
		return s, nil
	}
	return nil, nil
}
