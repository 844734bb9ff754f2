package store

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"fmt"
	"os"
	"path/filepath"
	"time"

	"gocloud.dev/blob"
	"gocloud.dev/blob/fileblob"
)

// Vault keeps files by their SHA-256, each in two places.
type Vault struct {
	shelves []shelf
}

type shelf struct {
	name string
	*blob.Bucket
}

// OpenVault opens two folders under dir as the two places.
func OpenVault(dir string) (*Vault, error) {
	v := &Vault{}
	for _, name := range []string{"first", "second"} {
		path := filepath.Join(dir, name)
		if err := os.MkdirAll(path, 0o755); err != nil {
			return nil, err
		}
		b, err := fileblob.OpenBucket(path, &fileblob.Options{Metadata: fileblob.MetadataDontWrite, NoTempDir: true})
		if err != nil {
			return nil, err
		}
		v.shelves = append(v.shelves, shelf{name, b})
	}
	return v, nil
}

// Close lets go of the folders.
func (v *Vault) Close() {
	for _, s := range v.shelves {
		_ = s.Close()
	}
}

func name(sha string) string { return sha[:2] + "/" + sha }

// Hash is the name a file goes by: its SHA-256 in hexadecimal.
func Hash(data []byte) string {
	sum := sha256.Sum256(data)
	return hex.EncodeToString(sum[:])
}

// Put stores a file in both places, reads each back and returns the copies whose
// hash agreed. It is an error when not even one did.
func (v *Vault) Put(ctx context.Context, data []byte) (sha string, copies []Copy, err error) {
	sha = Hash(data)
	for _, s := range v.shelves {
		if werr := s.WriteAll(ctx, name(sha), data, nil); werr != nil {
			err = werr
			continue
		}
		back, rerr := s.ReadAll(ctx, name(sha))
		if rerr != nil || Hash(back) != sha {
			err = fmt.Errorf("the %s copy did not read back as written", s.name)
			continue
		}
		copies = append(copies, Copy{Where: s.name, VerifiedAt: time.Now().UTC()})
	}
	if len(copies) == 0 {
		return sha, nil, fmt.Errorf("the file could not be stored: %w", err)
	}
	return sha, copies, nil
}

// Get reads a file from the first place whose copy still has its hash.
func (v *Vault) Get(ctx context.Context, sha string) ([]byte, error) {
	if len(sha) != 64 {
		return nil, ErrNotFound
	}
	for _, s := range v.shelves {
		if data, err := s.ReadAll(ctx, name(sha)); err == nil && Hash(data) == sha {
			return data, nil
		}
	}
	return nil, ErrNotFound
}
