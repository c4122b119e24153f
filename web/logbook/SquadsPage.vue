<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue'
import { RouterLink, useRouter } from 'vue-router'
import { z } from 'zod'
import { squadSchema, type Squad } from '#contract/squad.ts'
import { call, problemText, tell } from '../api/client.ts'

/** Groups of players that are looked at together. */
const router = useRouter()
const squads = shallowRef<Squad[] | null>(null)
const name = ref('')
const problem = ref('')
const away = ref(false)
const shown = computed(() => (squads.value ?? []).filter((s) => s.retired === away.value))
async function look(): Promise<void> {
  try {
    squads.value = await call(z.array(squadSchema), 'GET', '/squads')
  } catch (error) {
    problem.value = problemText(error)
  }
}
onMounted(look)
async function add(): Promise<void> {
  const id = crypto.randomUUID()
  try {
    await tell('PUT', `/squads/${id}`, { name: name.value.trim() })
    await router.push({ name: 'squad', params: { id } })
  } catch (error) {
    problem.value = problemText(error)
  }
}
async function retire(squad: Squad): Promise<void> {
  await tell('POST', `/squads/${encodeURIComponent(squad.id)}/retire`, { retired: !squad.retired }).catch(
    (error: unknown) => (problem.value = problemText(error)),
  )
  await look()
}
</script>

<template>
  <div class="pa-6 squads">
    <div class="d-flex align-center flex-wrap ga-3 pb-3">
      <h1 class="mb-0">Squads</h1>
      <v-spacer />
      <v-checkbox v-model="away" label="Put away" hide-details />
    </div>
    <v-alert v-if="problem" type="error" variant="tonal" class="mb-3">{{ problem }}</v-alert>
    <form class="d-flex ga-3 align-center mb-3" @submit.prevent="add">
      <v-text-field v-model="name" label="A new squad, or a tournament" maxlength="80" data-testid="squad-name" />
      <v-btn type="submit" color="primary" variant="flat" :disabled="!name.trim()" data-testid="squad-add"
        >Make it</v-btn
      >
    </form>
    <p v-if="squads && shown.length === 0" class="quiet">
      {{
        away
          ? 'None is put away.'
          : 'No squad yet. A squad shows everybody’s frames beside each other: who plays one that is too heavy, who comes into the next class when, whose strings are due.'
      }}
    </p>
    <ul class="list">
      <li v-for="squad in shown" :key="squad.id" class="panel">
        <RouterLink :to="{ name: 'squad', params: { id: squad.id } }">{{ squad.name }}</RouterLink>
        <span class="quiet">{{ squad.members }} players</span>
        <v-btn size="small" variant="text" @click="retire(squad)">{{
          squad.retired ? 'Bring back' : 'Put away'
        }}</v-btn>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.squads {
  max-width: 800px;
  margin: 0 auto;
}
.list {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 8px;
}
.list li {
  display: flex;
  gap: 12px;
  align-items: center;
}
.list li a {
  flex: 1;
}
</style>
