<script setup lang="ts">
defineProps<{ title: string; wide?: boolean }>()
</script>

<template>
  <div class="frame" :class="{ wide }">
    <section class="bench" :aria-label="title">
      <header class="head">
        <h1>{{ title }}</h1>
        <slot name="nav" /><span class="gap" /><slot name="head" />
      </header>
      <slot />
    </section>
    <aside v-if="!wide" class="reading" aria-label="The reading"><slot name="reading" /></aside>
  </div>
</template>

<style scoped>
.frame {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 316px;
  height: 100%;
}
.frame.wide {
  grid-template-columns: minmax(0, 1fr);
}
.bench > :deep(*) {
  flex: none;
}
.bench {
  padding: 16px 20px 20px;
  overflow: auto;
  min-width: 0;
  display: flex;
  flex-direction: column;
  gap: 12px;
}
.head {
  display: flex;
  align-items: center;
  gap: 10px;
  flex-wrap: wrap;
  min-height: 36px;
  flex: none;
}
.gap {
  flex: 1;
}
.head :deep(.el-button + .el-button) {
  margin-left: 0;
}
.reading {
  border-left: 1px solid var(--fl-line);
  background: var(--fl-bench);
  padding: 14px 16px;
  overflow: auto;
  display: flex;
  flex-direction: column;
  gap: 12px;
}
@media (max-width: 1100px) {
  .frame {
    grid-template-columns: minmax(0, 1fr) 270px;
  }
}
</style>
