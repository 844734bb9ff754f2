#include "textflag.h"

// What drawPlainly of dice.go does, for eight pairs at once.

DATA swap<>+0(SB)/8, $0x0405060700010203 // the bytes of a number in reverse
DATA swap<>+8(SB)/8, $0x0C0D0E0F08090A0B
GLOBL swap<>(SB), RODATA|NOPTR, $16
DATA low<>+0(SB)/8, $0xE060A020C0408000 // four digits in reverse, as the upper of a byte
DATA low<>+8(SB)/8, $0xF070B030D0509010
GLOBL low<>(SB), RODATA|NOPTR, $16
DATA high<>+0(SB)/8, $0x0E060A020C040800 // and as the lower
DATA high<>+8(SB)/8, $0x0F070B030D050901
GLOBL high<>(SB), RODATA|NOPTR, $16
DATA four<>+0(SB)/4, $0x0F0F0F0F
GLOBL four<>(SB), RODATA|NOPTR, $4
DATA two<>+0(SB)/4, $0x33333333
GLOBL two<>(SB), RODATA|NOPTR, $4
DATA single<>+0(SB)/4, $0x55555555
GLOBL single<>(SB), RODATA|NOPTR, $4
DATA bytes<>+0(SB)/4, $0x00FF00FF
GLOBL bytes<>(SB), RODATA|NOPTR, $4
DATA uneven<>+0(SB)/4, $1
GLOBL uneven<>(SB), RODATA|NOPTR, $4
DATA times0<>+0(SB)/4, $0x3d20adea
GLOBL times0<>(SB), RODATA|NOPTR, $4
DATA times1<>+0(SB)/4, $0x05526c56
GLOBL times1<>(SB), RODATA|NOPTR, $4
DATA times2<>+0(SB)/4, $0x53a22864
GLOBL times2<>(SB), RODATA|NOPTR, $4
DATA half<>+0(SB)/4, $0x80000000
GLOBL half<>(SB), RODATA|NOPTR, $4
DATA middle<>+0(SB)/8, $0x3FE0000000000000 // 0.5
GLOBL middle<>(SB), RODATA|NOPTR, $8
DATA over32<>+0(SB)/8, $0x3DF0000000000000 // 2⁻³²
GLOBL over32<>(SB), RODATA|NOPTR, $8

// SCRAMBLE is scramble of x by the numbers at seed; Y10 to Y13 hold its factors and 1.
#define SCRAMBLE(x, seed, aside) \
	VPMULLD Y10, x, aside      \
	VPXOR aside, x, x          \
	VPADDD seed, x, x          \
	VMOVDQU seed, aside        \
	VPSRLD $16, aside, aside   \
	VPOR Y13, aside, aside     \
	VPMULLD aside, x, x        \
	VPMULLD Y11, x, aside      \
	VPXOR aside, x, x          \
	VPMULLD Y12, x, aside      \
	VPXOR aside, x, x

// REVERSE turns round the digits of x; Y6 to Y9 hold swap, low, high and four.
#define REVERSE(x, aside) \
	VPSHUFB Y6, x, x         \
	VPAND Y9, x, aside       \
	VPSRLD $4, x, x          \
	VPAND Y9, x, x           \
	VPSHUFB aside, Y7, aside \
	VPSHUFB x, Y8, x         \
	VPOR aside, x, x

// PASCAL is a step of sobol: a digit of x turns with the one so far above it, where the mask has it.
#define PASCAL(x, shift, mask, aside, masks) \
	VPSRLD shift, x, aside     \
	VPBROADCASTD mask, masks   \
	VPAND masks, aside, aside  \
	VPXOR aside, x, x

// NUMBERS writes the eight numbers of x, from 0 to 1, from to: they are read as signed, from −½ to ½.
#define NUMBERS(x, xlow, to) \
	VPBROADCASTD half<>(SB), Y4   \
	VPXOR Y4, x, x                \
	VBROADCASTSD over32<>(SB), Y4 \
	VBROADCASTSD middle<>(SB), Y5 \
	VCVTDQ2PD xlow, Y14           \
	VMULPD Y4, Y14, Y14           \
	VADDPD Y5, Y14, Y14           \
	VMOVUPD Y14, to(DI)           \
	VEXTRACTI128 $1, x, xlow      \
	VCVTDQ2PD xlow, Y14           \
	VMULPD Y4, Y14, Y14           \
	VADDPD Y5, Y14, Y14           \
	VMOVUPD Y14, (to+32)(DI)

// func drawEight(to *pairs, by *[3][8]uint32, mirror uint32)
TEXT ·drawEight(SB), NOSPLIT, $0-20
	MOVQ to+0(FP), DI
	MOVQ by+8(FP), SI
	VBROADCASTI128 swap<>(SB), Y6
	VBROADCASTI128 low<>(SB), Y7
	VBROADCASTI128 high<>(SB), Y8
	VPBROADCASTD four<>(SB), Y9
	VPBROADCASTD times0<>(SB), Y10
	VPBROADCASTD times1<>(SB), Y11
	VPBROADCASTD times2<>(SB), Y12
	VPBROADCASTD uneven<>(SB), Y13

	MOVL mirror+16(FP), AX
	VMOVD AX, X0
	VPBROADCASTD X0, Y0
	SCRAMBLE(Y0, (SI), Y1)
	REVERSE(Y0, Y1)        // which of the pair's numbers the sample has
	VMOVDQA Y0, Y2
	SCRAMBLE(Y0, 32(SI), Y1)
	REVERSE(Y0, Y1)

	VPSRLD $16, Y2, Y3     // sobol
	VPXOR Y3, Y2, Y2
	PASCAL(Y2, $8, bytes<>(SB), Y3, Y4)
	PASCAL(Y2, $4, four<>(SB), Y3, Y4)
	PASCAL(Y2, $2, two<>(SB), Y3, Y4)
	PASCAL(Y2, $1, single<>(SB), Y3, Y4)
	SCRAMBLE(Y2, 64(SI), Y1)
	REVERSE(Y2, Y1)

	NUMBERS(Y0, X0, 0)
	NUMBERS(Y2, X2, 64)
	VZEROUPPER
	RET
