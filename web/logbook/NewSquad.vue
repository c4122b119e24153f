<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { problemText, tell } from '../api/client.ts'

/** A squad begins with its name. */
const emit = defineEmits<{ failed: [why: string] }>()
const router = useRouter()
const name = ref('')
async function add(): Promise<void> {
  const id = crypto.randomUUID()
  try {
    await tell('PUT', `/squads/${id}`, { name: name.value.trim() })
    await router.push({ name: 'squad', params: { id } })
  } catch (error) {
    emit('failed', problemText(error))
  }
}
</script>

<template>
  <form class="d-flex ga-3 align-center mb-3 no-print" @submit.prevent="add">
    <v-text-field v-model="name" label="A new squad, or a tournament" maxlength="80" data-testid="squad-name" />
    <v-btn type="submit" color="primary" variant="flat" :disabled="!name.trim()" data-testid="squad-add">Make it</v-btn>
  </form>
</template>
