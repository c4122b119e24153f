<script setup lang="ts">
import { computed, ref } from 'vue'
import { factsOn, wrongWithBirth } from '#core/player/age.ts'
import { COMPLAINTS, type Complaint, type PlayerFacts } from '#core/player/facts.ts'
import { ASKED, BIRTH_FAULTS, COMPLAINT_NAMES } from '#contract/messages/player.ts'
import type { SportProfile } from '#core/sports/profile.ts'
import { dayHere } from '#core/tuning/sessions.ts'
import { countNotTaken } from '../browser/notTaken.ts'
import { typedIn } from '../browser/typedIn.ts'
import GripFields from './GripFields.vue'
import PlainNumber from '../shared/PlainNumber.vue'
import { axisText } from '#contract/messages/names.ts'
import { useShop } from '../stores/shop.ts'

/** What a player is asked, each answer told as it is given. Without a sport, what only one sport asks is asked too. */
const props = defineProps<{ facts: PlayerFacts; profile: SportProfile | null }>()
const emit = defineEmits<{ save: [change: Partial<PlayerFacts>] }>()
const shop = useShop()
const problems = ref<Partial<Record<'age' | 'hoursPerWeek' | 'name' | 'born' | 'height', string>>>({})
countNotTaken(() => Object.values(problems.value).join(''))
const today = dayHere(new Date().toISOString())

function saveNumber(field: 'age' | 'hoursPerWeek', text: string): void {
  const value = text.trim() === '' ? null : Number(text.replace(',', '.'))
  const [low, high] = field === 'age' ? [3, 110] : [0, 60]
  const whole = field !== 'age' || value === null || Number.isInteger(value)
  if (value !== null && (!Number.isFinite(value) || value < low || value > high || !whole)) {
    problems.value = { ...problems.value, [field]: `A number from ${low} to ${high}.` }
    return
  }
  problems.value = { ...problems.value, [field]: undefined }
  emit('save', { [field]: value })
}
function saveBorn(text: string): void {
  const born = text.trim() || null
  const wrong = born === null ? null : wrongWithBirth(born, today)
  problems.value = { ...problems.value, born: wrong ? BIRTH_FAULTS[wrong] : undefined }
  if (wrong) return
  emit('save', { born, ...(born ? { age: factsOn({ ...props.facts, born }, today).age } : {}) })
}
const HEIGHTS = [60, 230] as const
function saveHeight(text: string): void {
  const cm = text.trim() === '' ? null : Number(text.replace(',', '.'))
  const wrong = cm !== null && !(cm >= HEIGHTS[0] && cm <= HEIGHTS[1])
  problems.value = { ...problems.value, height: wrong ? `From ${HEIGHTS[0]} to ${HEIGHTS[1]} cm.` : undefined }
  if (!wrong) emit('save', { height: cm === null ? null : { cm, on: today } })
}
function saveName(name: string): void {
  problems.value = { ...problems.value, name: name.trim() ? undefined : 'A name is needed.' }
  if (name.trim()) emit('save', { name: name.trim() })
}
const ONLY_IN = ['pickleball', 'padel']
const asked = computed(() =>
  ASKED.filter((a) => a.field !== 'cameFrom' || !props.profile || ONLY_IN.includes(props.profile.id)),
)
const ceilingAxisCm = computed(() => props.facts.ceiling?.axisCm ?? props.profile?.axisCm ?? 10)
const saveCeiling = (value: number | null) =>
  emit('save', { ceiling: value === null ? null : { swingWeightKgCm2: value, axisCm: ceilingAxisCm.value } })
</script>

<template>
  <section class="panel">
    <div class="top">
      <v-text-field
        :model-value="facts.name"
        label="Name"
        :error-messages="problems.name"
        @change="(e: Event) => saveName(typedIn(e))"
      />
      <v-text-field
        :model-value="facts.born ?? ''"
        label="Born"
        placeholder="2012 or 2012-05-03"
        :error-messages="problems.born"
        data-testid="born"
        @change="(e: Event) => saveBorn(typedIn(e))"
      />
      <v-text-field
        :model-value="facts.age ?? ''"
        label="Age"
        :error-messages="problems.age"
        :disabled="facts.born !== null"
        data-testid="age"
        @change="(e: Event) => saveNumber('age', typedIn(e))"
      />
      <v-text-field
        v-if="facts.age !== null && facts.age < 18"
        :model-value="facts.height?.cm ?? ''"
        label="Height"
        suffix="cm"
        :hint="facts.height ? `told ${facts.height.on}` : ''"
        persistent-hint
        :error-messages="problems.height"
        data-testid="height"
        @change="(e: Event) => saveHeight(typedIn(e))"
      />
      <v-text-field
        :model-value="facts.hoursPerWeek ?? ''"
        label="Hours a week"
        :error-messages="problems.hoursPerWeek"
        @change="(e: Event) => saveNumber('hoursPerWeek', typedIn(e))"
      />
    </div>
    <div class="asked">
      <div v-for="{ field, label, options } in asked" :key="field" class="ask">
        <span :id="`ask-${field}`">{{ label }}</span>
        <v-btn-toggle
          role="group"
          :model-value="facts[field]"
          :aria-labelledby="`ask-${field}`"
          @update:model-value="(value) => emit('save', { [field]: value ?? null })"
        >
          <v-btn v-for="[value, text] in options" :key="value" :value="value">{{ text }}</v-btn>
        </v-btn-toggle>
      </div>
      <div class="ask">
        <span id="ask-complaints">Now it</span>
        <v-btn-toggle
          role="group"
          multiple
          :model-value="facts.complaints ?? []"
          aria-labelledby="ask-complaints"
          class="complaints"
          @update:model-value="(value: Complaint[]) => emit('save', { complaints: value })"
        >
          <v-btn v-for="c in COMPLAINTS" :key="c" :value="c" size="small">{{ COMPLAINT_NAMES[c] }}</v-btn>
        </v-btn-toggle>
      </div>
      <div class="ask">
        <span>Ceiling</span>
        <div class="d-flex flex-wrap ga-3 align-center">
          <PlainNumber
            :model-value="facts.ceiling?.swingWeightKgCm2 ?? null"
            label="Swing weight"
            suffix="kg·cm²"
            :min="40"
            :max="500"
            class="ceiling"
            data-testid="ceiling"
            @update:model-value="saveCeiling"
          />
          <small class="quiet"
            >the heaviest that stays quick all session: {{ profile?.layers.strings ? 'strung, ' : '' }}base grip, one
            overgrip, about {{ axisText(ceilingAxisCm, shop.units) }}</small
          >
        </div>
      </div>
    </div>
    <template v-if="facts.pain === 'now' || facts.pain === 'past'">
      <v-text-field
        :model-value="facts.painWhere"
        label="Where"
        class="mt-3"
        @change="(e: Event) => emit('save', { painWhere: typedIn(e) })"
      />
      <v-alert type="warning" variant="tonal" density="compact" class="mt-3"
        >Kevro gives no medical advice. With pain, ask a doctor or physiotherapist before adding mass; look at strings
        and tension too.</v-alert
      >
    </template>
    <GripFields class="mt-3" :grip="facts.grip" :profile="profile" @save="(grip) => emit('save', { grip })" />
    <v-text-field
      type="date"
      :model-value="facts.consentOn ?? ''"
      :label="(facts.age ?? 99) < 18 ? 'A parent agreed to these notes on' : 'Agreed to these notes on'"
      class="consent mt-3"
      data-testid="consent"
      @change="(e: Event) => emit('save', { consentOn: typedIn(e) || null })"
    />
    <v-textarea
      :model-value="facts.wants"
      label="What should be better"
      rows="2"
      class="mt-3"
      @change="(e: Event) => emit('save', { wants: typedIn(e) })"
    />
  </section>
</template>

<style scoped>
.top {
  display: grid;
  grid-template-columns: 2fr 1.2fr 0.7fr repeat(auto-fit, minmax(110px, 1fr));
  gap: 12px;
}
.asked {
  display: grid;
  gap: 9px;
  margin-top: 14px;
}
.ask {
  display: grid;
  grid-template-columns: 150px 1fr;
  align-items: center;
  gap: 12px;
}
.ask span {
  font-weight: 600;
}
.complaints {
  flex-wrap: wrap;
  height: auto !important;
}
.ceiling {
  flex: 0 0 150px;
}
.consent {
  max-width: 260px;
}
@media (max-width: 700px) {
  .top {
    grid-template-columns: 1fr 1fr;
  }
  .top > :first-child {
    grid-column: 1 / -1;
  }
  .ask {
    grid-template-columns: minmax(0, 1fr);
    gap: 2px;
  }
}
</style>
