<template>
  <div class="empty">
    <h2><slot name="title" /></h2>
    <p><slot /></p>
    <div class="acts"><slot name="act" /></div>
  </div>
</template>

<style scoped>
.empty {
  margin: 9vh auto 0;
  max-width: 460px;
  text-align: center;
  padding: 24px;
}
p {
  margin: 10px 0 18px;
  color: var(--fl-soft);
}
.acts {
  display: flex;
  gap: 8px;
  justify-content: center;
}
</style>
