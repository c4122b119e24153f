<script setup lang="ts">
import { computed, ref } from 'vue'
import { writeTime } from '../browser/writeTime.ts'
import LeadFreePlan from './LeadFreePlan.vue'
import type { OpenOrder } from './useWorkOrder.ts'

/** What to take care of in this job: read once, with initials. Lead on a minor's frame stops until an adult says it again. */
const props = defineProps<{ order: OpenOrder }>()
const { body, cautions, shop } = props.order
const initials = ref('')
const words = ref('')
const problem = ref('')
const at = () => new Date().toISOString()
const by = () => (initials.value || shop.initials).trim()
function read(): void {
  problem.value = by() ? '' : 'Type your initials.'
  if (by()) props.order.keep({ ...body.value!, careRead: { by: by(), at: at() } })
}
function confirmLead(): void {
  problem.value = by() && words.value.trim() ? '' : 'Initials and a reason, both.'
  if (!problem.value)
    props.order.keep({ ...body.value!, leadConfirmed: { by: by(), words: words.value.trim(), at: at() } })
}
const stopped = computed(() => props.order.stopped.value)
</script>

<template>
  <div>
    <section v-if="stopped" class="panel stop mb-3" data-testid="lead-stop">
      <h2>Lead on a child’s frame</h2>
      <p>
        Lead is toxic, and children put hands to their mouths. Local rules decide whether it may be there at all. The
        same frame can be planned without it. An adult fitter who still wants lead writes down why, a second time.
      </p>
      <LeadFreePlan :order="order" />
      <div class="row">
        <v-btn variant="tonal" data-testid="without-lead" @click="order.withoutLead()">Plan it otherwise</v-btn>
        <v-text-field v-model="words" label="Why lead all the same" class="why" data-testid="lead-why" />
        <v-text-field v-model="initials" label="Initials" :placeholder="shop.initials" class="initials" />
        <v-btn variant="outlined" data-testid="lead-again" @click="confirmLead">Confirm lead</v-btn>
      </div>
      <p v-if="problem" class="error mb-0" role="alert">{{ problem }}</p>
    </section>
    <section class="panel" data-testid="care">
      <h2>Take care</h2>
      <ul>
        <li v-for="line in cautions" :key="line">{{ line }}</li>
        <li>Local rules and licensed people come before anything said here.</li>
      </ul>
      <p v-if="body?.careRead" class="quiet mb-0">
        Read by {{ body.careRead.by }}, {{ writeTime(body.careRead.at) }}
        <template v-if="body.leadConfirmed"
          >· lead confirmed by {{ body.leadConfirmed.by }}: {{ body.leadConfirmed.words }}</template
        >
      </p>
      <div v-else class="row">
        <v-text-field v-model="initials" label="Initials" :placeholder="shop.initials" class="initials" />
        <v-btn variant="tonal" color="primary" data-testid="care-read" @click="read">I have read this</v-btn>
        <span v-if="problem && !stopped" class="error" role="alert">{{ problem }}</span>
      </div>
    </section>
  </div>
</template>

<style scoped>
ul {
  margin: 0 0 8px;
  padding-left: 18px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}
.initials {
  max-width: 110px;
}
.why {
  min-width: 220px;
}
.stop {
  border-left: 5px solid rgb(var(--v-theme-error));
}
.error {
  color: rgb(var(--v-theme-error));
  font-weight: 650;
}
</style>
