#include "go_asm.h"
#include "textflag.h"

// What nearestPlainly and blockedPlainly of wide.go do, eight boxes or triangles at once, without leaving their registers
// from one to the next.

DATA boxGrace<>+0(SB)/4, $0x3F800003 // 1.0000004
GLOBL boxGrace<>(SB), RODATA|NOPTR, $4
DATA edgeLeast<>+0(SB)/4, $0xB58637BD // -1e-6
GLOBL edgeLeast<>(SB), RODATA|NOPTR, $4
DATA edgeMost<>+0(SB)/4, $0x3F800008 // 1.000001
GLOBL edgeMost<>(SB), RODATA|NOPTR, $4
DATA whole<>+0(SB)/4, $0x3F800000 // 1
GLOBL whole<>(SB), RODATA|NOPTR, $4

// READY reads the ray at CX: o into Y0 to Y2, 1/d into Y3 to Y5.
#define READY \
	VBROADCASTSS (ray_o+0)(CX), Y0   \
	VBROADCASTSS (ray_o+4)(CX), Y1   \
	VBROADCASTSS (ray_o+8)(CX), Y2   \
	VBROADCASTSS (ray_inv+0)(CX), Y3 \
	VBROADCASTSS (ray_inv+4)(CX), Y4 \
	VBROADCASTSS (ray_inv+8)(CX), Y5

// CORNERS reads which corner of a box the ray at CX meets first by axis, and puts the other away.
#define CORNERS \
	MOVL (ray_near+0)(CX), R8  \
	MOVL (ray_near+4)(CX), R9  \
	MOVL (ray_near+8)(CX), R10 \
	MOVL $96, R13              \
	SUBL R8, R13               \
	MOVL R13, 96(SP)           \
	MOVL $96, R13              \
	SUBL R9, R13               \
	MOVL R13, 100(SP)          \
	MOVL $96, R13              \
	SUBL R10, R13              \
	MOVL R13, 104(SP)

// ENTER leaves in R13 a bit for each child of the node at R12 whose box is entered before Y6, and in Y8 how far along.
#define ENTER \
	MOVL 96(SP), R13             \
	MOVL 100(SP), R14            \
	MOVL 104(SP), R15            \
	VMOVUPS (R12)(R8*1), Y8      \
	VMOVUPS 32(R12)(R9*1), Y9    \
	VMOVUPS 64(R12)(R10*1), Y10  \
	VMOVUPS (R12)(R13*1), Y11    \
	VMOVUPS 32(R12)(R14*1), Y12  \
	VMOVUPS 64(R12)(R15*1), Y13  \
	VSUBPS Y0, Y8, Y8            \
	VSUBPS Y1, Y9, Y9            \
	VSUBPS Y2, Y10, Y10          \
	VSUBPS Y0, Y11, Y11          \
	VSUBPS Y1, Y12, Y12          \
	VSUBPS Y2, Y13, Y13          \
	VMULPS Y3, Y8, Y8            \
	VMULPS Y4, Y9, Y9            \
	VMULPS Y5, Y10, Y10          \
	VMULPS Y3, Y11, Y11          \
	VMULPS Y4, Y12, Y12          \
	VMULPS Y5, Y13, Y13          \
	VMAXPS Y9, Y8, Y8            \
	VXORPS Y9, Y9, Y9            \
	VMAXPS Y9, Y10, Y10          \
	VMAXPS Y10, Y8, Y8           \
	VMINPS Y12, Y11, Y11         \
	VMINPS Y6, Y13, Y13          \
	VMINPS Y13, Y11, Y11         \
	VMULPS Y7, Y11, Y11          \
	VCMPPS $2, Y11, Y8, Y9       \ // from <= to
	VMOVMSKPS Y9, R13

// CROSS leaves a × b in x, y and z, b being three numbers of the pack at R12 from off, 32 apart.
#define CROSS(ax, ay, az, off, x, y, z, aside) \
	VMULPS (off+64)(R12), ay, x    \
	VMULPS (off+32)(R12), az, aside \
	VSUBPS aside, x, x             \
	VMULPS off(R12), az, y         \
	VMULPS (off+64)(R12), ax, aside \
	VSUBPS aside, y, y             \
	VMULPS (off+32)(R12), ax, z    \
	VMULPS off(R12), ay, aside     \
	VSUBPS aside, z, z

// MEET leaves in R13 a bit for each triangle of the pack at R12 that the ray at CX meets after the least that is broadcast
// from least and before most, and in Y11, Y10 and Y12 its t, u and v. Y8 and Y9 hold what u and v must keep to.
#define MEET(least, most) \
	VBROADCASTSS (ray_d+0)(CX), Y3 \
	VBROADCASTSS (ray_d+4)(CX), Y4 \
	VBROADCASTSS (ray_d+8)(CX), Y5 \
	VSUBPS pack_v(R12), Y0, Y0     \ // s = o − v
	VSUBPS (pack_v+32)(R12), Y1, Y1 \
	VSUBPS (pack_v+64)(R12), Y2, Y2 \
	CROSS(Y3, Y4, Y5, pack_e2, Y10, Y11, Y12, Y13) \ // p = d × e2
	VMULPS pack_e1(R12), Y10, Y13  \
	VMULPS (pack_e1+32)(R12), Y11, Y14 \
	VADDPS Y14, Y13, Y13           \
	VMULPS (pack_e1+64)(R12), Y12, Y14 \
	VADDPS Y14, Y13, Y13           \
	VBROADCASTSS whole<>(SB), Y14  \
	VDIVPS Y13, Y14, Y13           \ // 1 / (e1 · p)
	VMULPS Y10, Y0, Y10            \
	VMULPS Y11, Y1, Y11            \
	VADDPS Y11, Y10, Y10           \
	VMULPS Y12, Y2, Y12            \
	VADDPS Y12, Y10, Y10           \
	VMULPS Y13, Y10, Y10           \ // u = (s · p) / (e1 · p)
	VBROADCASTSS edgeLeast<>(SB), Y8 \
	VBROADCASTSS edgeMost<>(SB), Y9  \
	VCMPPS $13, Y8, Y10, Y14       \
	VCMPPS $2, Y9, Y10, Y15        \
	VANDPS Y15, Y14, Y14           \
	VMOVMSKPS Y14, R13             \
	TESTL R13, R13                 \
	JZ missed                      \
	CROSS(Y0, Y1, Y2, pack_e1, Y7, Y11, Y12, Y15) \ // q = s × e1
	VMULPS Y7, Y3, Y3              \
	VMULPS Y11, Y4, Y4             \
	VADDPS Y4, Y3, Y3              \
	VMULPS Y12, Y5, Y5             \
	VADDPS Y5, Y3, Y3              \
	VMULPS Y13, Y3, Y3             \ // v = (d · q) / (e1 · p)
	VMULPS pack_e2(R12), Y7, Y7    \
	VMULPS (pack_e2+32)(R12), Y11, Y11 \
	VADDPS Y11, Y7, Y11            \
	VMULPS (pack_e2+64)(R12), Y12, Y12 \
	VADDPS Y12, Y11, Y11           \
	VMULPS Y13, Y11, Y11           \ // t = (e2 · q) / (e1 · p)
	VCMPPS $13, Y8, Y3, Y15        \
	VANDPS Y15, Y14, Y14           \
	VADDPS Y3, Y10, Y12            \
	VCMPPS $2, Y9, Y12, Y15        \
	VANDPS Y15, Y14, Y14           \
	VBROADCASTSS least, Y12        \
	VCMPPS $14, Y12, Y11, Y15      \
	VANDPS Y15, Y14, Y14           \
	VCMPPS $1, most, Y11, Y15      \
	VANDPS Y15, Y14, Y14           \
	VMOVAPS Y3, Y12                \
	VMOVMSKPS Y14, R13

// func nearestEight(nodes *node, packs *pack, stack *later, r *ray, least float32, hit *met)
//
// AX nodes, CX the ray, DX the stack's next free place, SI what is asked now, DI the hit, R11 the stack's beginning.
TEXT ·nearestEight(SB), NOSPLIT, $112-48
	MOVQ nodes+0(FP), AX
	MOVQ stack+16(FP), R11
	MOVQ R11, DX
	MOVQ r+24(FP), CX
	MOVQ hit+40(FP), DI
	CORNERS
	READY
	VBROADCASTSS boxGrace<>(SB), Y7
	VBROADCASTSS met_t(DI), Y6
	XORQ SI, SI

node:
	MOVQ SI, R12
	SHLQ $8, R12           // a node is 256 bytes
	ADDQ AX, R12
	ENTER
	TESTL R13, R13
	JZ pop
	BSFL R13, R14
	LEAL -1(R13), R15
	ANDL R15, R13
	JNZ several
	MOVLQSX node_child(R12)(R14*4), SI
	TESTQ SI, SI
	JGE node
	JMP leaf

several:                   // put by falling t; t is from 0, so that it is ordered as whole numbers are
	VMOVUPS Y8, 0(SP)
	MOVQ DX, BX            // none of them before this
	JMP first

each:
	BSFL R13, R14
	LEAL -1(R13), R15
	ANDL R15, R13

first:
	MOVL (SP)(R14*4), R15
	SHLQ $32, R15
	MOVL node_child(R12)(R14*4), R14
	ORQ R14, R15
	MOVQ DX, R14

shift:
	CMPQ R14, BX
	JEQ put
	MOVQ -8(R14), CX
	CMPQ CX, R15
	JCC put                // it is as far, or farther
	MOVQ CX, (R14)
	SUBQ $8, R14
	JMP shift

put:
	MOVQ R15, (R14)
	ADDQ $8, DX
	TESTL R13, R13
	JNZ each

	SUBQ $8, DX
	MOVLQSX (DX), SI
	TESTQ SI, SI
	JGE node
	JMP leaf

pop:
	CMPQ DX, R11
	JEQ done
	SUBQ $8, DX
	MOVL 4(DX), R14
	CMPL R14, met_t(DI)
	JGE pop
	MOVLQSX (DX), SI
	TESTQ SI, SI
	JGE node

leaf:
	MOVQ r+24(FP), CX
	NOTQ SI
	IMUL3Q $pack__size, SI, R12
	ADDQ packs+8(FP), R12
	MEET(least+32(FP), Y6)
	TESTL R13, R13
	JZ missed
	VMOVUPS Y11, 0(SP)
	VMOVUPS Y10, 32(SP)
	VMOVUPS Y12, 64(SP)

nearer:
	BSFL R13, R14
	LEAL -1(R13), R15
	ANDL R15, R13
	MOVL (SP)(R14*4), R15
	CMPL R15, met_t(DI)
	JGE farther
	MOVL R15, met_t(DI)
	MOVL 32(SP)(R14*4), R15
	MOVL R15, met_u(DI)
	MOVL 64(SP)(R14*4), R15
	MOVL R15, met_v(DI)
	ADDL pack_first(R12), R14
	MOVL R14, met_tri(DI)

farther:
	TESTL R13, R13
	JNZ nearer
	VBROADCASTSS met_t(DI), Y6

missed:
	READY
	VBROADCASTSS boxGrace<>(SB), Y7
	JMP pop

done:
	VZEROUPPER
	RET

// func blockedEight(nodes *node, packs *pack, stack *int32, r *ray, least, most float32, clear *bool) uint32
//
// As above; DI says which triangles are clear, BX whether one of them was met.
TEXT ·blockedEight(SB), NOSPLIT, $112-52
	MOVQ nodes+0(FP), AX
	MOVQ stack+16(FP), R11
	MOVQ R11, DX
	MOVQ r+24(FP), CX
	MOVQ clear+40(FP), DI
	CORNERS
	READY
	VBROADCASTSS boxGrace<>(SB), Y7
	VBROADCASTSS most+36(FP), Y6
	XORL BX, BX
	XORQ SI, SI

node:
	MOVQ SI, R12
	SHLQ $8, R12
	ADDQ AX, R12
	ENTER
	TESTL R13, R13
	JZ pop
	BSFL R13, R14
	LEAL -1(R13), R15
	ANDL R15, R13
	JNZ several
	MOVLQSX node_child(R12)(R14*4), SI
	TESTQ SI, SI
	JGE node
	JMP leaf

several:
	MOVL node_child(R12)(R14*4), R14
	MOVL R14, (DX)
	ADDQ $4, DX
	BSFL R13, R14
	LEAL -1(R13), R15
	ANDL R15, R13
	JNZ several
	MOVLQSX node_child(R12)(R14*4), SI
	TESTQ SI, SI
	JGE node
	JMP leaf

pop:
	CMPQ DX, R11
	JEQ done
	SUBQ $4, DX
	MOVLQSX (DX), SI
	TESTQ SI, SI
	JGE node

leaf:
	NOTQ SI
	IMUL3Q $pack__size, SI, R12
	ADDQ packs+8(FP), R12
	MEET(least+32(FP), Y6)
	TESTL R13, R13
	JZ missed
	MOVL pack_first(R12), R12
	ADDQ DI, R12

each:
	BSFL R13, R14
	LEAL -1(R13), R15
	ANDL R15, R13
	MOVBLZX (R12)(R14*1), R15
	TESTL R15, R15
	JZ opaque
	MOVL $1, BX
	TESTL R13, R13
	JNZ each

missed:
	READY
	VBROADCASTSS boxGrace<>(SB), Y7
	JMP pop

opaque:
	MOVL $2, BX

done:
	VZEROUPPER
	MOVL BX, ret+48(FP)
	RET
