#include "go_asm.h"
#include "textflag.h"

// What smooth.go does to one pixel, to eight side by side. A plane's numbers lie one after the other.

DATA nearly<>+0(SB)/4, $0x3F19999A // 0.6
GLOBL nearly<>(SB), RODATA|NOPTR, $4
DATA farthest<>+0(SB)/4, $0x41000000 // 8
GLOBL farthest<>(SB), RODATA|NOPTR, $4
DATA unsigned<>+0(SB)/4, $0x7FFFFFFF
GLOBL unsigned<>(SB), RODATA|NOPTR, $4
DATA unit<>+0(SB)/4, $0x3F800000 // 1
GLOBL unit<>(SB), RODATA|NOPTR, $4
DATA fall1<>+0(SB)/4, $0x3E800000 // 0.25
GLOBL fall1<>(SB), RODATA|NOPTR, $4
DATA fall2<>+0(SB)/4, $0x3D000000 // 0.03125
GLOBL fall2<>(SB), RODATA|NOPTR, $4
DATA fall3<>+0(SB)/4, $0x3B2A64C3 // 0.0026
GLOBL fall3<>(SB), RODATA|NOPTR, $4
DATA faint<>+0(SB)/4, $0x38D1B717 // 1e-4
GLOBL faint<>(SB), RODATA|NOPTR, $4
DATA part<>+0(SB)/4, $0x3A83126F // 0.001
GLOBL part<>(SB), RODATA|NOPTR, $4
DATA red<>+0(SB)/4, $0x3E59B3D0 // 0.2126
GLOBL red<>(SB), RODATA|NOPTR, $4
DATA green<>+0(SB)/4, $0x3F371759 // 0.7152
GLOBL green<>(SB), RODATA|NOPTR, $4
DATA blue<>+0(SB)/4, $0x3D93DD98 // 0.0722
GLOBL blue<>(SB), RODATA|NOPTR, $4

// func weighEight(t *blending)
TEXT ·weighEight(SB), NOSPLIT, $0-8
	MOVQ t+0(FP), AX
	MOVQ blending_guides(AX), BX
	MOVQ blending_n(AX), SI
	SHLQ $2, SI            // from plane to plane, bytes
	LEAQ (SI)(SI*2), DI    // three planes
	MOVQ blending_at(AX), R8
	LEAQ (BX)(R8*4), R9    // the pixels' first plane
	LEAQ (R9)(SI*4), R10   // and fifth
	VMOVUPS (R9), Y0       // n
	VMOVUPS (R9)(SI*1), Y1
	VMOVUPS (R9)(SI*2), Y2
	VMOVUPS (R9)(DI*1), Y3 // place
	VMOVUPS (R10), Y4
	VMOVUPS (R10)(SI*1), Y5
	VMOVUPS (R10)(SI*2), Y6
	VBROADCASTSS blending_pace(AX), Y8
	VMULPS Y8, Y6, Y6      // slack
	VMOVUPS (R10)(DI*1), Y7 // object
	VBROADCASTSS unsigned<>(SB), Y15
	MOVQ blending_count(AX), CX
	LEAQ blending_to(AX), R11
	LEAQ blending_near(AX), R12
	LEAQ blending_w(AX), R13
	LEAQ blending_differs(AX), DX

next:
	MOVQ (R11), R9
	CMPQ R9, R8
	JEQ itself
	LEAQ (BX)(R9*4), R9
	LEAQ (R9)(SI*4), R10
	VMULPS (R9), Y0, Y8
	VMULPS (R9)(SI*1), Y1, Y9
	VADDPS Y9, Y8, Y8
	VMULPS (R9)(SI*2), Y2, Y9
	VADDPS Y9, Y8, Y8      // dot
	VBROADCASTSS nearly<>(SB), Y9
	VCMPPS $13, Y9, Y8, Y9 // dot >= 0.6
	VCMPPS $0, (R10)(DI*1), Y7, Y10
	VANDPS Y10, Y9, Y9     // of one object

	VMOVUPS (R9)(DI*1), Y10
	VSUBPS Y3, Y10, Y10
	VMULPS Y0, Y10, Y10
	VMOVUPS (R10), Y11
	VSUBPS Y4, Y11, Y11
	VMULPS Y1, Y11, Y11
	VADDPS Y11, Y10, Y10
	VMOVUPS (R10)(SI*1), Y11
	VSUBPS Y5, Y11, Y11
	VMULPS Y2, Y11, Y11
	VADDPS Y11, Y10, Y10
	VANDPS Y15, Y10, Y10
	VMULPS Y6, Y10, Y10    // differs
	VBROADCASTSS farthest<>(SB), Y11
	VCMPPS $2, Y11, Y10, Y11 // differs <= 8
	VANDPS Y11, Y9, Y9
	VMOVUPS Y10, (DX)

	VMULPS Y8, Y8, Y8
	VMULPS Y8, Y8, Y8
	VMULPS Y8, Y8, Y8
	VMULPS Y8, Y8, Y8      // dot to the sixteenth
	VBROADCASTSS (R12), Y10
	VMULPS Y10, Y8, Y8
	VANDPS Y9, Y8, Y8
	VMOVUPS Y8, (R13)
	JMP after

itself:
	VBROADCASTSS (R12), Y8
	VMOVUPS Y8, (R13)
	VXORPS Y8, Y8, Y8
	VMOVUPS Y8, (DX)

after:
	ADDQ $8, R11
	ADDQ $4, R12
	ADDQ $32, R13
	ADDQ $32, DX
	DECQ CX
	JNZ next
	VZEROUPPER
	RET

// func mingleEight(t *blending)
TEXT ·mingleEight(SB), NOSPLIT, $0-8
	MOVQ t+0(FP), AX
	MOVQ blending_in(AX), BX
	MOVQ blending_n(AX), SI
	SHLQ $2, SI
	LEAQ (SI)(SI*2), DI
	MOVQ blending_at(AX), R8
	MOVQ blending_has(AX), R12
	LEAQ (BX)(R8*4), R9
	VMOVUPS (R9)(DI*1), Y0 // luminance
	VMOVUPS (R9)(SI*4), Y2 // its variance
	VXORPS Y3, Y3, Y3
	VSQRTPS Y2, Y1
	VBROADCASTSS blending_within(AX), Y4
	VMULPS Y4, Y1, Y1
	VBROADCASTSS faint<>(SB), Y4
	VADDPS Y4, Y1, Y1
	VBROADCASTSS part<>(SB), Y4
	VMULPS Y0, Y4, Y4
	VADDPS Y4, Y1, Y1
	VBROADCASTSS unit<>(SB), Y9
	VDIVPS Y1, Y9, Y1      // stop
	VCMPPS $4, Y3, Y2, Y2  // something to smooth: variance that is not 0
	TESTQ R12, R12
	JZ known
	VCMPPS $0, (R12)(R8*4), Y3, Y4 // nothing known yet
	VORPS Y4, Y2, Y2
	VANDNPS Y1, Y4, Y1     // so nothing to differ from

known:
	VMOVUPS Y2, Y8         // which of the eight are smoothed
	VXORPS Y2, Y2, Y2      // red
	VXORPS Y4, Y4, Y4      // green, blue
	VXORPS Y5, Y5, Y5
	VXORPS Y6, Y6, Y6      // weights
	VBROADCASTSS unsigned<>(SB), Y7
	VBROADCASTSS fall1<>(SB), Y10
	VBROADCASTSS fall2<>(SB), Y11
	VBROADCASTSS fall3<>(SB), Y12
	MOVQ blending_count(AX), CX
	LEAQ blending_to(AX), R11
	LEAQ blending_w(AX), R13
	LEAQ blending_differs(AX), DX

next:
	MOVQ (R11), R10
	LEAQ (BX)(R10*4), R9
	VMOVUPS (R9)(DI*1), Y13
	VSUBPS Y0, Y13, Y13
	VANDPS Y7, Y13, Y13
	VMULPS Y1, Y13, Y13
	VADDPS (DX), Y13, Y13  // x: how far it differs
	VMULPS Y12, Y13, Y14
	VADDPS Y11, Y14, Y14
	VMULPS Y13, Y14, Y14
	VADDPS Y10, Y14, Y14
	VMULPS Y13, Y14, Y14
	VADDPS Y9, Y14, Y14
	VMULPS Y14, Y14, Y14
	VMULPS Y14, Y14, Y14
	VDIVPS Y14, Y9, Y14    // fall(x)
	VBROADCASTSS farthest<>(SB), Y15
	VCMPPS $2, Y15, Y13, Y13
	VANDPS Y13, Y14, Y14
	VMULPS (R13), Y14, Y14
	TESTQ R12, R12
	JZ all
	VMULPS (R12)(R10*4), Y14, Y14

all:
	VADDPS Y14, Y6, Y6
	VMULPS (R9), Y14, Y13
	VADDPS Y13, Y2, Y2
	VMULPS (R9)(SI*1), Y14, Y13
	VADDPS Y13, Y4, Y4
	VMULPS (R9)(SI*2), Y14, Y13
	VADDPS Y13, Y5, Y5
	VMULPS Y14, Y14, Y14
	VMULPS (R9)(SI*4), Y14, Y14
	VADDPS Y14, Y3, Y3     // variance
	ADDQ $8, R11
	ADDQ $32, R13
	ADDQ $32, DX
	DECQ CX
	JNZ next

	VXORPS Y13, Y13, Y13
	VCMPPS $4, Y13, Y6, Y13
	VANDPS Y13, Y8, Y8     // and have something to be smoothed with
	VDIVPS Y6, Y9, Y14     // 1 / weights
	VMULPS Y14, Y2, Y2
	VMULPS Y14, Y4, Y4
	VMULPS Y14, Y5, Y5
	VMULPS Y14, Y3, Y3
	VMULPS Y14, Y3, Y3
	VBROADCASTSS red<>(SB), Y10
	VMULPS Y2, Y10, Y10
	VBROADCASTSS green<>(SB), Y11
	VMULPS Y4, Y11, Y11
	VADDPS Y11, Y10, Y10
	VBROADCASTSS blue<>(SB), Y11
	VMULPS Y5, Y11, Y11
	VADDPS Y11, Y10, Y10   // luminance

	MOVQ blending_out(AX), BX
	LEAQ (BX)(R8*4), R10
	MOVQ blending_in(AX), BX
	LEAQ (BX)(R8*4), R9
	VMOVUPS (R9), Y11
	VBLENDVPS Y8, Y2, Y11, Y11
	VMOVUPS Y11, (R10)
	VMOVUPS (R9)(SI*1), Y11
	VBLENDVPS Y8, Y4, Y11, Y11
	VMOVUPS Y11, (R10)(SI*1)
	VMOVUPS (R9)(SI*2), Y11
	VBLENDVPS Y8, Y5, Y11, Y11
	VMOVUPS Y11, (R10)(SI*2)
	VBLENDVPS Y8, Y10, Y0, Y0
	VMOVUPS Y0, (R10)(DI*1)
	VMOVUPS (R9)(SI*4), Y11
	VBLENDVPS Y8, Y3, Y11, Y11
	VMOVUPS Y11, (R10)(SI*4)
	TESTQ R12, R12
	JZ done
	MOVQ blending_then(AX), BX
	VMINPS Y9, Y6, Y6
	VMOVUPS (R12)(R8*4), Y11
	VBLENDVPS Y8, Y6, Y11, Y11
	VMOVUPS Y11, (BX)(R8*4)

done:
	VZEROUPPER
	RET

// func spreadEight(t *spreading)
TEXT ·spreadEight(SB), NOSPLIT, $0-8
	MOVQ t+0(FP), AX
	MOVQ spreading_objects(AX), BX
	MOVQ spreading_lum(AX), CX
	MOVQ spreading_own(AX), DX
	MOVQ spreading_has(AX), SI
	MOVQ spreading_at(AX), R8
	MOVQ spreading_w(AX), R9
	MOVQ spreading_top(AX), R10
	MOVQ spreading_bottom(AX), R11
	VMOVUPS (BX)(R8*4), Y4 // object
	SUBQ R10, R11
	INCQ R11               // rows
	IMULQ R9, R10
	ADDQ R10, R8
	SUBQ $2, R8            // the first neighbour
	VXORPS Y0, Y0, Y0      // sum
	VXORPS Y1, Y1, Y1      // of squares
	VXORPS Y2, Y2, Y2      // own
	VXORPS Y3, Y3, Y3      // how many
	VBROADCASTSS unit<>(SB), Y5
	VXORPS Y7, Y7, Y7

row:
	MOVQ R8, R12
	MOVQ $5, R13

neighbour:
	VMOVUPS (BX)(R12*4), Y6
	VCMPPS $0, Y4, Y6, Y6
	TESTQ SI, SI
	JZ all
	VMOVUPS (SI)(R12*4), Y8
	VCMPPS $4, Y7, Y8, Y8  // that knows something
	VANDPS Y8, Y6, Y6

all:
	VANDPS (CX)(R12*4), Y6, Y8
	VADDPS Y8, Y0, Y0
	VMULPS Y8, Y8, Y8
	VADDPS Y8, Y1, Y1
	VANDPS (DX)(R12*4), Y6, Y8
	VADDPS Y8, Y2, Y2
	VANDPS Y5, Y6, Y8
	VADDPS Y8, Y3, Y3
	INCQ R12
	DECQ R13
	JNZ neighbour
	ADDQ R9, R8
	DECQ R11
	JNZ row

	VMAXPS Y5, Y3, Y3
	VDIVPS Y3, Y0, Y0
	VMULPS Y0, Y0, Y0
	VDIVPS Y3, Y1, Y1
	VSUBPS Y0, Y1, Y1
	VMAXPS Y7, Y1, Y1
	VMOVUPS Y1, spreading_variance(AX)
	VDIVPS Y3, Y2, Y2
	VMOVUPS Y2, spreading_mean(AX)
	VZEROUPPER
	RET
