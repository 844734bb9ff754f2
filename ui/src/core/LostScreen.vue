<script setup lang="ts">
import { useRouter } from 'vue-router'
import EmptyBench from '../parts/EmptyBench.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'

const router = useRouter()
</script>

<template>
  <ScreenFrame title="Not here" wide>
    <EmptyBench>
      <template #title>There is nothing at this address</template>
      It may have been typed wrongly, or what stood here was taken away: then it is under Studio, Taken away, for thirty
      days.
      <template #act>
        <el-button type="primary" @click="router.push('/')">Go to the studio</el-button>
        <el-button @click="router.back()">Go back</el-button>
      </template>
    </EmptyBench>
  </ScreenFrame>
</template>
