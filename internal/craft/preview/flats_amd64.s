#include "textflag.h"

// The numbers of flats.go, eight at once. A ray is o at 0, d at 12; a pack of flats has the plane they lie in from 0, u from
// 128, v from 256, of each the normals, 32 an axis, and 96 on how far off it is.

DATA one<>+0(SB)/4, $0x3F800000
GLOBL one<>(SB), RODATA|NOPTR, $4

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
