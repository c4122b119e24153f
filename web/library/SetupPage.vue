<script setup lang="ts">
import { mdiArrowLeft, mdiPlus } from '@mdi/js'
import { computed, onMounted, reactive, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { SETUP_KINDS, type SetupKind } from '#core/compare/libraryTable.ts'
import { conditionText } from '#core/frame/condition.ts'
import { standardState } from '#core/compare/setup.ts'
import { estimateOf } from '#core/frame/state.ts'
import { QUANTITIES } from '#core/quantities/units.ts'
import { unitMark, writeSpread, writeValue } from '#core/quantities/write.ts'
import { SPORTS } from '#core/sports/sports.ts'
import { wrongGeometry } from '#contract/messages/geometry.ts'
import { QUANTITY_NAMES, axisText } from '#contract/messages/names.ts'
import { typedIn } from '../browser/typedIn.ts'
import QuantityField from '../shared/QuantityField.vue'
import ReportCard from './ReportCard.vue'
import SetupPicker from './SetupPicker.vue'
import { newReport, useSetup } from './useSetup.ts'

/** One setup: the frame as painted and as it is, and what each source says of it. */
const props = defineProps<{ id: string }>()
const route = useRoute()
const setup = reactive(useSetup(props.id))
onMounted(() => (route.query.new ? setup.start(SPORTS.find((s) => s === route.query.sport) ?? 'tennis') : setup.load()))
// Once it is kept it is no longer new: a reload finds it.
const router = useRouter()
watch(
  () => setup.held,
  (held) => held && route.query.new && void router.replace({ query: {} }),
)
const body = computed(() => setup.body)
const mergeFrom = ref<string | null>(null)
const write = (v: number, q: (typeof QUANTITIES)[number]) =>
  writeValue(v, q, setup.units, body.value!.geometry.lengthCm)
function setShape(name: string): void {
  const outline = setup.profile.outlines.find((o) => o.name === name)
  setup.change({ shape: name, geometry: { ...setup.profile.geometry, ...outline?.change } })
}
async function mergeNow(): Promise<void> {
  await setup.merge(mergeFrom.value!)
  mergeFrom.value = null
}
</script>

<template>
  <div class="setup">
    <header class="d-flex align-center ga-3 mb-3">
      <v-btn
        :to="{ name: 'library', query: body ? { sport: body.sport } : {} }"
        :prepend-icon="mdiArrowLeft"
        variant="text"
        >Library</v-btn
      >
      <h1>{{ body?.name || 'A new setup' }}</h1>
      <span v-if="setup.held?.retired" class="retired">retired</span>
      <span v-if="body && body.name.trim() === ''" class="quiet" role="status">kept as soon as it has a name</span>
      <v-spacer />
      <v-btn v-if="setup.held" variant="text" @click="setup.retire(!setup.held.retired)">{{
        setup.held.retired ? 'Bring back' : 'Retire'
      }}</v-btn>
    </header>
    <v-alert v-if="setup.problem" type="error" variant="tonal" density="compact" class="mb-3">{{
      setup.problem
    }}</v-alert>
    <div v-if="body" class="grid">
      <div>
        <section class="panel mb-3">
          <div class="fields">
            <v-text-field
              :model-value="body.name"
              label="Player or model"
              data-testid="setup-name"
              @change="(e: Event) => setup.change({ name: typedIn(e).trim() })"
            />
            <v-select
              :model-value="body.kind"
              :items="[...SETUP_KINDS]"
              label="Kind"
              @update:model-value="(kind: SetupKind) => setup.change({ kind })"
            />
            <v-combobox
              :model-value="body.style"
              :items="['flat', 'spin', 'all-court', 'touch']"
              label="Game"
              @update:model-value="(style: string | null) => setup.change({ style: style ?? '' })"
            />
            <v-text-field
              :model-value="body.painted"
              label="Painted as"
              @change="(e: Event) => setup.change({ painted: typedIn(e) })"
            />
            <v-text-field
              :model-value="body.really"
              label="Really"
              @change="(e: Event) => setup.change({ really: typedIn(e) })"
            />
            <v-text-field
              :model-value="body.strings"
              label="Strings, gauge, tension"
              @change="(e: Event) => setup.change({ strings: typedIn(e) })"
            />
            <v-select
              :model-value="body.shape"
              :items="setup.profile.outlines.map((o) => o.name)"
              label="Shape"
              @update:model-value="setShape"
            />
            <QuantityField
              quantity="length"
              :length-cm="body.geometry.lengthCm"
              label="Length"
              :keep="`setup-${id}-length`"
              :model-value="body.geometry.lengthCm"
              :check="(lengthCm) => wrongGeometry({ ...body!.geometry, lengthCm })"
              @commit="(lengthCm) => setup.change({ geometry: { ...body!.geometry, lengthCm } })"
            />
            <v-text-field
              :model-value="body.note"
              label="Note"
              @change="(e: Event) => setup.change({ note: typedIn(e) })"
            />
          </div>
        </section>
        <section class="panel">
          <div class="d-flex align-center mb-2">
            <h2 class="mb-0">
              {{ body.reports.length === 1 ? 'What is told of it' : `${body.reports.length} reports` }}
            </h2>
            <small class="quiet ml-3">a range as 316 to 320; empty is not known</small>
            <v-spacer />
            <v-btn
              size="small"
              :prepend-icon="mdiPlus"
              @click="setup.change({ reports: [...body.reports, newReport(body.sport)] })"
              >Another report</v-btn
            >
          </div>
          <ReportCard
            v-for="report in body.reports"
            :key="report.id"
            :report="report"
            :profile="setup.profile"
            :geometry="body.geometry"
            :only="body.reports.length === 1"
            :type="(q, t) => setup.typeFigure(report, q, t)"
            :write="(q) => setup.writeFigure(report.figures[q], q)"
            @change="(part) => setup.changeReport(report.id, part)"
            @remove="setup.change({ reports: body.reports.filter((r) => r.id !== report.id) })"
          />
        </section>
      </div>
      <aside>
        <section class="panel mb-3" data-testid="together">
          <h2>Together</h2>
          <p class="quiet">
            {{ conditionText(standardState(setup.profile).condition, setup.profile) }}, about
            {{ axisText(setup.profile.axisCm, setup.units) }}
          </p>
          <dl v-if="setup.together">
            <template v-for="q in QUANTITIES" :key="q">
              <dt>{{ QUANTITY_NAMES[q] }}</dt>
              <dd class="figure">
                <template v-if="estimateOf(setup.together.state, q)"
                  ><b class="published">{{ write(estimateOf(setup.together.state, q)!.value, q) }}</b>
                  {{ unitMark(q, setup.units) }}
                  <small class="quiet"
                    >±{{ writeSpread(2 * estimateOf(setup.together.state, q)!.u, q, setup.units) }}</small
                  >
                  <small v-if="setup.together.agreement[q]?.conflict" class="conflict"
                    >reports differ: {{ write(setup.together.agreement[q]!.low, q) }} to
                    {{ write(setup.together.agreement[q]!.high, q) }}</small
                  ></template
                >
                <span v-else class="quiet">not known</span>
              </dd>
            </template>
          </dl>
          <p class="quiet mb-0">
            Each report is brought to one state by the frame’s geometry, then weighted by its grade. Where they differ
            by more than they should, the ± is widened.
          </p>
        </section>
        <section v-if="setup.held" class="panel mb-3">
          <h2>Merge</h2>
          <p class="quiet">Another entry of the same frame: its reports come here, and it is retired.</p>
          <SetupPicker v-model="mergeFrom" :sport="body.sport" label="The other entry" />
          <v-btn v-if="mergeFrom && mergeFrom !== id" class="mt-2" data-testid="merge" @click="mergeNow">Merge</v-btn>
        </section>
        <section v-if="setup.history.length > 0" class="panel">
          <h2>Earlier</h2>
          <ul class="history">
            <li v-for="r in setup.history" :key="r.revision">
              <span class="figure">{{ r.at.slice(0, 16).replace('T', ' ') }}</span> {{ r.by }}
              <v-btn size="x-small" variant="text" @click="setup.goBack(r)">Back to this</v-btn>
            </li>
          </ul>
        </section>
      </aside>
    </div>
  </div>
</template>

<style scoped>
.setup {
  padding: 14px 18px 24px;
}
.grid {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 330px;
  gap: 14px;
  align-items: start;
}
.fields {
  display: grid;
  grid-template-columns: 1.6fr 1fr 1fr;
  gap: 10px;
  align-items: start;
}
.retired {
  font-weight: 700;
  color: rgb(var(--v-theme-warning));
}
dl {
  margin: 0 0 8px;
}
dt {
  font-weight: 600;
  font-size: 14px;
}
dd {
  margin: 0 0 6px;
}
.conflict {
  display: block;
  color: rgb(var(--v-theme-warning));
}
.history {
  list-style: none;
  margin: 0;
  padding: 0;
  font-size: 13.5px;
}
@media (max-width: 900px) {
  .grid,
  .fields {
    grid-template-columns: 1fr;
  }
}
</style>
