#include "textflag.h"

// What aroundIt of stage.go does for the four edges of a lamp at once.

DATA eighth<>+0(SB)/8, $0.4142135623730951 // tan π/8
GLOBL eighth<>(SB), RODATA|NOPTR, $8
DATA quarterPi<>+0(SB)/8, $0.7853981633974483
GLOBL quarterPi<>(SB), RODATA|NOPTR, $8
DATA halfPi<>+0(SB)/8, $1.5707963267948966
GLOBL halfPi<>(SB), RODATA|NOPTR, $8
DATA pi<>+0(SB)/8, $3.141592653589793
GLOBL pi<>(SB), RODATA|NOPTR, $8
DATA tiny<>+0(SB)/8, $1e-9
GLOBL tiny<>(SB), RODATA|NOPTR, $8
DATA positive<>+0(SB)/8, $0x7FFFFFFFFFFFFFFF
GLOBL positive<>(SB), RODATA|NOPTR, $8
DATA halve<>+0(SB)/8, $0.5
GLOBL halve<>(SB), RODATA|NOPTR, $8
// The polynomial of light.Angle, from the lowest.
DATA angle<>+0(SB)/8, $0.9999999999784027
DATA angle<>+8(SB)/8, $-0.3333333209772087
DATA angle<>+16(SB)/8, $0.19999883862893789
DATA angle<>+24(SB)/8, $-0.14281588916730747
DATA angle<>+32(SB)/8, $0.11040490774914262
DATA angle<>+40(SB)/8, $-0.08456200746034453
DATA angle<>+48(SB)/8, $0.0470736332738392
GLOBL angle<>(SB), RODATA|NOPTR, $56

// DOT leaves a · b in to.
#define DOT(ax, ay, az, bx, by, bz, to, aside) \
	VMULPD ax, bx, to     \
	VMULPD ay, by, aside  \
	VADDPD aside, to, to  \
	VMULPD az, bz, aside  \
	VADDPD aside, to, to

// TERM adds the next term of the polynomial in Y9: Y8 = Y8 Y9 + term.
#define TERM(at) \
	VBROADCASTSD angle<>+at(SB), Y10 \
	VMULPD Y9, Y8, Y8                \
	VADDPD Y10, Y8, Y8

// CROSSING leaves in to where the edge from a to the next corner meets the horizon, by Y7 of its length, and in before where
// the one to a does.
#define CROSSING(a, to, before) \
	VPERMPD $0x39, a, to      \
	VSUBPD a, to, to          \
	VMULPD Y7, to, to         \
	VADDPD a, to, to          \
	VPERMPD $0x93, to, before

// func fourEdges(corners *[3][4]float64, p, n *r3.Vec) (falls float64, known bool)
TEXT ·fourEdges(SB), NOSPLIT, $0-33
	MOVQ corners+0(FP), AX
	MOVQ p+8(FP), BX
	MOVQ n+16(FP), CX
	VBROADCASTSD 0(BX), Y3
	VBROADCASTSD 8(BX), Y4
	VBROADCASTSD 16(BX), Y5
	VMOVUPD 0(AX), Y0      // the corners as they are seen
	VMOVUPD 32(AX), Y1
	VMOVUPD 64(AX), Y2
	VSUBPD Y3, Y0, Y0
	VSUBPD Y4, Y1, Y1
	VSUBPD Y5, Y2, Y2
	VBROADCASTSD 0(CX), Y12 // n
	VBROADCASTSD 8(CX), Y13
	VBROADCASTSD 16(CX), Y14
	DOT(Y0, Y1, Y2, Y12, Y13, Y14, Y6, Y7)
	VXORPD Y7, Y7, Y7
	VCMPPD $14, Y7, Y6, Y15 // high > 0
	VMOVMSKPD Y15, DX
	CMPL DX, $15
	JEQ whole
	TESTL DX, DX
	JEQ none
	MOVL $0x1248, SI       // 3, 6, 9 and 12 are two beside one another
	BTL DX, SI
	JCC other

	// The two below are where the edges of the two above meet the horizon.
	VPERMPD $0x39, Y6, Y7
	VSUBPD Y7, Y6, Y7
	VDIVPD Y7, Y6, Y7
	VPERMPD $0x93, Y15, Y11 // the corner before is above
	CROSSING(Y0, Y3, Y4)
	VBLENDVPD Y11, Y4, Y3, Y3
	VBLENDVPD Y15, Y0, Y3, Y0
	CROSSING(Y1, Y3, Y4)
	VBLENDVPD Y11, Y4, Y3, Y3
	VBLENDVPD Y15, Y1, Y3, Y1
	CROSSING(Y2, Y3, Y4)
	VBLENDVPD Y11, Y4, Y3, Y3
	VBLENDVPD Y15, Y2, Y3, Y2

whole:
	VPERMPD $0x39, Y0, Y3  // the next of each
	VPERMPD $0x39, Y1, Y4
	VPERMPD $0x39, Y2, Y5
	DOT(Y0, Y1, Y2, Y3, Y4, Y5, Y6, Y7) // a · b
	VMULPD Y1, Y5, Y8      // a × b
	VMULPD Y2, Y4, Y9
	VSUBPD Y9, Y8, Y8
	VMULPD Y2, Y3, Y9
	VMULPD Y0, Y5, Y10
	VSUBPD Y10, Y9, Y9
	VMULPD Y0, Y4, Y10
	VMULPD Y1, Y3, Y11
	VSUBPD Y11, Y10, Y10
	DOT(Y8, Y9, Y10, Y12, Y13, Y14, Y7, Y11) // by n
	DOT(Y8, Y9, Y10, Y8, Y9, Y10, Y0, Y11)
	VSQRTPD Y0, Y0         // size
	VBROADCASTSD tiny<>(SB), Y1
	VCMPPD $14, Y1, Y0, Y1 // that has a direction
	VDIVPD Y0, Y7, Y7

	// The angle of size over a · b, turned until its tangent is small.
	VBROADCASTSD positive<>(SB), Y2
	VANDPD Y2, Y6, Y3      // |a · b|
	VMINPD Y3, Y0, Y4
	VMAXPD Y3, Y0, Y5
	VCMPPD $14, Y3, Y0, Y12 // over an eighth of the circle
	VBROADCASTSD eighth<>(SB), Y8
	VMULPD Y5, Y8, Y8
	VCMPPD $14, Y8, Y4, Y13 // over a sixteenth from either end of it
	VSUBPD Y5, Y4, Y9
	VADDPD Y5, Y4, Y10
	VBLENDVPD Y13, Y9, Y4, Y4
	VBLENDVPD Y13, Y10, Y5, Y5
	VDIVPD Y5, Y4, Y4      // tangent
	VMULPD Y4, Y4, Y9
	VBROADCASTSD angle<>+48(SB), Y8
	TERM(40)
	TERM(32)
	TERM(24)
	TERM(16)
	TERM(8)
	TERM(0)
	VMULPD Y4, Y8, Y8
	VBROADCASTSD quarterPi<>(SB), Y9
	VANDPD Y13, Y9, Y9
	VADDPD Y9, Y8, Y8
	VBROADCASTSD halfPi<>(SB), Y9
	VSUBPD Y8, Y9, Y9
	VBLENDVPD Y12, Y9, Y8, Y8
	VBROADCASTSD pi<>(SB), Y9
	VSUBPD Y8, Y9, Y9
	VBLENDVPD Y6, Y9, Y8, Y8 // where a · b is below nothing

	VMULPD Y7, Y8, Y8
	VANDPD Y1, Y8, Y8
	VEXTRACTF128 $1, Y8, X9
	VADDPD X9, X8, X8
	VPERMILPD $1, X8, X9
	VADDSD X9, X8, X8
	VANDPD X2, X8, X8
	VMULSD halve<>(SB), X8, X8
	VMOVSD X8, falls+24(FP)
	MOVB $1, known+32(FP)
	VZEROUPPER
	RET

none:
	MOVB $1, known+32(FP)
	JMP nothing

other:
	MOVB $0, known+32(FP)

nothing:
	VXORPD X8, X8, X8
	VMOVSD X8, falls+24(FP)
	VZEROUPPER
	RET
