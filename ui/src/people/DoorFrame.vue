<template>
  <main class="door">
    <div class="plate">
      <svg class="ladder" viewBox="0 0 120 800" aria-hidden="true" preserveAspectRatio="xMaxYMax slice">
        <path d="M14 0V800M106 0V800" stroke="var(--fl-plum)" stroke-width="6" />
        <path
          v-for="i in 9"
          :key="i"
          :d="`M14 ${i * 88 - 40}H106`"
          :stroke="i > 5 ? 'var(--fl-rose-deep)' : 'var(--fl-plum)'"
          stroke-width="6"
        />
      </svg>
      <p class="say">From brief to published frame, one rung at a time.</p>
    </div>
    <div class="sheet">
      <p class="brand"><img src="/mark.svg" alt="" width="34" height="34" /> Fig Ladder</p>
      <slot />
    </div>
  </main>
</template>

<style scoped>
.door {
  height: 100%;
  display: grid;
  grid-template-columns: minmax(220px, 5fr) 7fr;
}
.plate {
  background: var(--fl-aubergine);
  color: var(--fl-dawn);
  position: relative;
  overflow: hidden;
  display: flex;
  align-items: flex-end;
  padding: 40px;
}
.ladder {
  position: absolute;
  right: 56px;
  bottom: 0;
  height: 100%;
  width: 130px;
}
.say {
  font: 500 26px/1.2 var(--fl-head);
  max-width: 230px;
  position: relative;
}
.sheet {
  align-self: center;
  justify-self: center;
  width: min(360px, 90%);
}
.sheet :deep(form) {
  display: flex;
  flex-direction: column;
  gap: 8px;
}
.brand {
  display: flex;
  gap: 10px;
  align-items: center;
  font: 600 20px var(--fl-head);
  color: var(--fl-aubergine);
  margin-bottom: 26px;
}
.sheet :deep(h1) {
  margin-bottom: 8px;
}
.sheet :deep(.el-button) {
  font-family: var(--fl-text);
}
@media (max-width: 640px) {
  .door {
    grid-template-columns: minmax(0, 1fr);
  }
  .plate {
    display: none;
  }
}
</style>
