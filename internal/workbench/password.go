package workbench

import (
	"crypto/rand"
	"crypto/subtle"
	"encoding/base64"
	"fmt"
	"strings"

	"golang.org/x/crypto/argon2"
)

// DemoEmail is the account of the demo, which signs in with one click.
const DemoEmail = "demo@scrappyrack.test"

// argon2id parameters (RFC 9106, 4, second recommended option: 64 MiB, 3
// passes; 2 lanes for the machine's cores).
const (
	argonTime    = 3
	argonMemory  = 64 * 1024
	argonThreads = 2
	argonKey     = 32
	argonSalt    = 16
)

// HashPassword makes an argon2id hash with its parameters and salt.
func HashPassword(password string) string {
	salt := make([]byte, argonSalt)
	_, _ = rand.Read(salt) // never fails (crypto/rand)
	key := argon2.IDKey([]byte(password), salt, argonTime, argonMemory, argonThreads, argonKey)
	enc := base64.RawStdEncoding.EncodeToString
	return fmt.Sprintf("$argon2id$v=%d$m=%d,t=%d,p=%d$%s$%s", argon2.Version, argonMemory, argonTime, argonThreads, enc(salt), enc(key))
}

// nobody is the hash of a password that nobody knows, so that an unknown account takes
// as long to refuse as a known one.
const nobody = "$argon2id$v=19$m=65536,t=3,p=2$/St97NJM80zJJPOrEMxooQ$rno7wD7GKnRBL6VHmGJCQ2cLuC+wjXC3dNgNfP3wcFE"

// PasswordMatches checks a password against a hash of HashPassword. An empty
// hash is nobody's: the work is done all the same and nothing matches.
func PasswordMatches(hash, password string) bool {
	known := hash != ""
	if !known {
		hash = nobody
	}
	parts := strings.Split(hash, "$")
	var version, memory, time, threads int
	if len(parts) != 6 || parts[1] != "argon2id" {
		return false
	}
	if _, err := fmt.Sscanf(parts[2]+" "+parts[3], "v=%d m=%d,t=%d,p=%d", &version, &memory, &time, &threads); err != nil ||
		version != argon2.Version {
		return false
	}
	salt, errSalt := base64.RawStdEncoding.DecodeString(parts[4])
	want, errKey := base64.RawStdEncoding.DecodeString(parts[5])
	if errSalt != nil || errKey != nil || len(want) != argonKey {
		return false
	}
	got := argon2.IDKey([]byte(password), salt, uint32(time), uint32(memory), uint8(threads), uint32(len(want)))
	return subtle.ConstantTimeCompare(got, want) == 1 && known
}
