#include "textflag.h"

// The numbers of wide.go, eight at once. A ray is o at 0, d at 12, inv at 24, near at 36;
// a node has its lowest corners from 0 and its highest from 96, 32 an axis;
// a pack has v from 0, e1 from 96, e2 from 192; a pack of flats has the plane they lie in from 0, u from 128, v from 256,
// of each the normals, 32 an axis, and 96 on how far off it is.

DATA grace<>+0(SB)/4, $0x3F800003 // 1.0000004
GLOBL grace<>(SB), RODATA|NOPTR, $4
DATA least<>+0(SB)/4, $0xB58637BD // -1e-6
GLOBL least<>(SB), RODATA|NOPTR, $4
DATA most<>+0(SB)/4, $0x3F800008 // 1.000001
GLOBL most<>(SB), RODATA|NOPTR, $4
DATA one<>+0(SB)/4, $0x3F800000
GLOBL one<>(SB), RODATA|NOPTR, $4

// func enter(n *node, r *ray, most float32, near *[8]float32) uint32
TEXT ·enter(SB), NOSPLIT, $0-36
	CMPB ·eight(SB), $0
	JEQ plainly
	MOVQ n+0(FP), AX
	MOVQ r+8(FP), BX
	MOVQ near+24(FP), CX
	VXORPS Y12, Y12, Y12       // from: not before the ray begins
	VBROADCASTSS most+16(FP), Y13 // to

	MOVL 36(BX), DX
	MOVL $96, SI
	SUBL DX, SI
	VBROADCASTSS 0(BX), Y0
	VBROADCASTSS 24(BX), Y1
	VMOVUPS (AX)(DX*1), Y2
	VMOVUPS (AX)(SI*1), Y3
	VSUBPS Y0, Y2, Y2
	VSUBPS Y0, Y3, Y3
	VMULPS Y1, Y2, Y2
	VMULPS Y1, Y3, Y3
	VMAXPS Y2, Y12, Y12
	VMINPS Y3, Y13, Y13

	MOVL 40(BX), DX
	MOVL $96, SI
	SUBL DX, SI
	VBROADCASTSS 4(BX), Y4
	VBROADCASTSS 28(BX), Y5
	VMOVUPS 32(AX)(DX*1), Y6
	VMOVUPS 32(AX)(SI*1), Y7
	VSUBPS Y4, Y6, Y6
	VSUBPS Y4, Y7, Y7
	VMULPS Y5, Y6, Y6
	VMULPS Y5, Y7, Y7
	VMAXPS Y6, Y12, Y12
	VMINPS Y7, Y13, Y13

	MOVL 44(BX), DX
	MOVL $96, SI
	SUBL DX, SI
	VBROADCASTSS 8(BX), Y8
	VBROADCASTSS 32(BX), Y9
	VMOVUPS 64(AX)(DX*1), Y10
	VMOVUPS 64(AX)(SI*1), Y11
	VSUBPS Y8, Y10, Y10
	VSUBPS Y8, Y11, Y11
	VMULPS Y9, Y10, Y10
	VMULPS Y9, Y11, Y11
	VMAXPS Y10, Y12, Y12
	VMINPS Y11, Y13, Y13

	VMOVUPS Y12, (CX)
	VBROADCASTSS grace<>(SB), Y14
	VMULPS Y14, Y13, Y13
	VCMPPS $2, Y13, Y12, Y15 // from <= to
	VMOVMSKPS Y15, AX
	VZEROUPPER
	MOVL AX, ret+32(FP)
	RET

plainly:
	JMP ·enterPlainly(SB)

// func meet(p *pack, r *ray, least, most float32, at *packMet) uint32
TEXT ·meet(SB), NOSPLIT, $0-36
	CMPB ·eight(SB), $0
	JEQ plainly
	MOVQ p+0(FP), AX
	MOVQ r+8(FP), BX
	MOVQ at+24(FP), CX

	VBROADCASTSS 12(BX), Y0 // d
	VBROADCASTSS 16(BX), Y1
	VBROADCASTSS 20(BX), Y2

	// p = d × e2
	VMULPS 256(AX), Y1, Y3 // dy e2z
	VMULPS 224(AX), Y2, Y4 // dz e2y
	VSUBPS Y4, Y3, Y3      // px
	VMULPS 192(AX), Y2, Y4 // dz e2x
	VMULPS 256(AX), Y0, Y5 // dx e2z
	VSUBPS Y5, Y4, Y4      // py
	VMULPS 224(AX), Y0, Y5 // dx e2y
	VMULPS 192(AX), Y1, Y6 // dy e2x
	VSUBPS Y6, Y5, Y5      // pz

	// 1 / (e1 · p)
	VMULPS 96(AX), Y3, Y6
	VMULPS 128(AX), Y4, Y7
	VADDPS Y7, Y6, Y6
	VMULPS 160(AX), Y5, Y7
	VADDPS Y7, Y6, Y6
	VBROADCASTSS one<>(SB), Y7
	VDIVPS Y6, Y7, Y6 // inv

	// s = o − v
	VBROADCASTSS 0(BX), Y7
	VSUBPS 0(AX), Y7, Y7
	VBROADCASTSS 4(BX), Y8
	VSUBPS 32(AX), Y8, Y8
	VBROADCASTSS 8(BX), Y9
	VSUBPS 64(AX), Y9, Y9

	// u = (s · p) / det
	VMULPS Y3, Y7, Y3
	VMULPS Y4, Y8, Y4
	VADDPS Y4, Y3, Y3
	VMULPS Y5, Y9, Y5
	VADDPS Y5, Y3, Y3
	VMULPS Y6, Y3, Y3 // u

	VBROADCASTSS least<>(SB), Y14
	VBROADCASTSS most<>(SB), Y15
	VCMPPS $13, Y14, Y3, Y13 // u >= least
	VCMPPS $2, Y15, Y3, Y12  // u <= most
	VANDPS Y12, Y13, Y13
	VMOVMSKPS Y13, DX
	TESTL DX, DX
	JZ none

	// q = s × e1
	VMULPS 160(AX), Y8, Y4 // sy e1z
	VMULPS 128(AX), Y9, Y5 // sz e1y
	VSUBPS Y5, Y4, Y4      // qx
	VMULPS 96(AX), Y9, Y5  // sz e1x
	VMULPS 160(AX), Y7, Y10 // sx e1z
	VSUBPS Y10, Y5, Y5     // qy
	VMULPS 128(AX), Y7, Y10 // sx e1y
	VMULPS 96(AX), Y8, Y11 // sy e1x
	VSUBPS Y11, Y10, Y10   // qz

	// v = (d · q) / det
	VMULPS Y4, Y0, Y0
	VMULPS Y5, Y1, Y1
	VADDPS Y1, Y0, Y0
	VMULPS Y10, Y2, Y2
	VADDPS Y2, Y0, Y0
	VMULPS Y6, Y0, Y0 // v

	// t = (e2 · q) / det
	VMULPS 192(AX), Y4, Y4
	VMULPS 224(AX), Y5, Y5
	VADDPS Y5, Y4, Y4
	VMULPS 256(AX), Y10, Y10
	VADDPS Y10, Y4, Y4
	VMULPS Y6, Y4, Y4 // t

	VCMPPS $13, Y14, Y0, Y12 // v >= least
	VANDPS Y12, Y13, Y13
	VADDPS Y0, Y3, Y5
	VCMPPS $2, Y15, Y5, Y12 // u + v <= most
	VANDPS Y12, Y13, Y13
	VBROADCASTSS least+16(FP), Y5
	VCMPPS $14, Y5, Y4, Y12 // t > least
	VANDPS Y12, Y13, Y13
	VBROADCASTSS most+20(FP), Y5
	VCMPPS $1, Y5, Y4, Y12 // t < most
	VANDPS Y12, Y13, Y13

	VMOVUPS Y4, 0(CX)
	VMOVUPS Y3, 32(CX)
	VMOVUPS Y0, 64(CX)
	VMOVMSKPS Y13, DX

none:
	VZEROUPPER
	MOVL DX, ret+32(FP)
	RET

plainly:
	JMP ·meetPlainly(SB)

// WITHIN leaves in Y13 those that are met between a pair of their edges: (off - u · o - t u · d)² <= 1, with u's parts
// at x, y and z of the pack, and off.
#define WITHIN(x, y, z, off) \
	VMOVUPS x(AX), Y6      \
	VMOVUPS y(AX), Y7      \
	VMOVUPS z(AX), Y8      \
	VMULPS Y6, Y0, Y9      \
	VMULPS Y7, Y1, Y11     \
	VADDPS Y11, Y9, Y9     \
	VMULPS Y8, Y2, Y11     \
	VADDPS Y11, Y9, Y9     \
	VMOVUPS off(AX), Y11   \
	VSUBPS Y9, Y11, Y11    \
	VMULPS Y6, Y3, Y6      \
	VMULPS Y7, Y4, Y7      \
	VADDPS Y7, Y6, Y6      \
	VMULPS Y8, Y5, Y8      \
	VADDPS Y8, Y6, Y6      \
	VMULPS Y10, Y6, Y6     \
	VSUBPS Y11, Y6, Y6     \
	VMULPS Y6, Y6, Y6      \
	VCMPPS $2, Y14, Y6, Y6 \
	VANDPS Y6, Y13, Y13

// func meetFlats(p *flatPack, r *ray, least, most float32, at *[8]float32) uint32
TEXT ·meetFlats(SB), NOSPLIT, $0-36
	CMPB ·eight(SB), $0
	JEQ plainly
	MOVQ p+0(FP), AX
	MOVQ r+8(FP), BX
	MOVQ at+24(FP), CX
	VBROADCASTSS 0(BX), Y0 // o
	VBROADCASTSS 4(BX), Y1
	VBROADCASTSS 8(BX), Y2
	VBROADCASTSS 12(BX), Y3 // d
	VBROADCASTSS 16(BX), Y4
	VBROADCASTSS 20(BX), Y5

	// t = (off - n · o) / (n · d)
	VMOVUPS 0(AX), Y6
	VMOVUPS 32(AX), Y7
	VMOVUPS 64(AX), Y8
	VMULPS Y6, Y0, Y9
	VMULPS Y7, Y1, Y10
	VADDPS Y10, Y9, Y9
	VMULPS Y8, Y2, Y10
	VADDPS Y10, Y9, Y9
	VMOVUPS 96(AX), Y10
	VSUBPS Y9, Y10, Y10
	VMULPS Y6, Y3, Y6
	VMULPS Y7, Y4, Y7
	VADDPS Y7, Y6, Y6
	VMULPS Y8, Y5, Y8
	VADDPS Y8, Y6, Y6
	VDIVPS Y6, Y10, Y10 // t

	VBROADCASTSS least+16(FP), Y11
	VBROADCASTSS most+20(FP), Y12
	VCMPPS $14, Y11, Y10, Y13 // t > least
	VCMPPS $1, Y12, Y10, Y12  // t < most
	VANDPS Y12, Y13, Y13
	VMOVMSKPS Y13, DX
	TESTL DX, DX
	JZ none
	VMOVUPS Y10, (CX)
	VBROADCASTSS one<>(SB), Y14

	WITHIN(128, 160, 192, 224)
	WITHIN(256, 288, 320, 352)
	VMOVMSKPS Y13, DX

none:
	VZEROUPPER
	MOVL DX, ret+32(FP)
	RET

plainly:
	JMP ·meetFlatsPlainly(SB)
