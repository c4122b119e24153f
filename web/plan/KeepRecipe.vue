<script setup lang="ts">
import { computed, ref } from 'vue'
import { partsOfBuild, type OwnRecipe } from '#core/planning/offers/ownRecipes.ts'
import { MOST_RECIPES } from '#contract/recipe.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'
import { partsText } from './recipeCards.ts'

/** What lies on the frame now, kept as a recipe of the shop's own: its places, materials and proportions under a name. */
const emit = defineEmits<{ keep: [recipe: OwnRecipe] }>()
const job = useOpenJob()
const shop = useShop()
const name = ref('')
const recipes = computed(() => shop.overview?.shop.ownRecipes ?? [])
const build = computed(() => partsOfBuild(job.cuts, job.picture.materials, job.picture.work))
const taken = computed(() => {
  const wanted = name.value.trim().toLowerCase()
  return recipes.value.some((r) => r.sport === job.profile.id && r.name.toLowerCase() === wanted)
})
const full = computed(() => recipes.value.length >= MOST_RECIPES)
const problem = computed(() =>
  full.value
    ? `A shop keeps ${MOST_RECIPES} recipes: forget one first.`
    : taken.value
      ? 'There is a recipe of this name.'
      : '',
)
const may = computed(() => name.value.trim() !== '' && problem.value === '')
function keep(): void {
  if (!may.value) return
  emit('keep', {
    id: `own-${crypto.randomUUID()}`,
    name: name.value.trim(),
    sport: job.profile.id,
    parts: build.value.parts,
  })
  name.value = ''
}
</script>

<template>
  <section v-if="build.parts.length > 0" class="panel mt-3" aria-label="A recipe of your own">
    <h2>A recipe of your own</h2>
    <p class="quiet">
      On the frame now: {{ partsText(build.parts) }}. Kept under a name, it is turned to any amount on any frame, its
      proportions as they are.
      <template v-if="build.nowhere > 0"
        >{{ build.nowhere }} {{ build.nowhere === 1 ? 'piece is' : 'pieces are' }} left out: a grip, strings, or laid at
        no place that has a name.</template
      >
    </p>
    <form @submit.prevent="keep">
      <v-text-field
        v-model="name"
        label="Name"
        maxlength="60"
        autocomplete="off"
        density="compact"
        :error-messages="problem"
        data-testid="recipe-name"
      />
      <v-btn type="submit" color="primary" variant="tonal" :disabled="!may" data-testid="keep-recipe">Keep</v-btn>
    </form>
  </section>
</template>

<style scoped>
form {
  display: flex;
  gap: 12px;
  align-items: flex-start;
  max-width: 460px;
  margin-top: 8px;
}
form .v-btn {
  margin-top: 2px;
}
</style>
