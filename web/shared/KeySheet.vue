<script setup lang="ts">
const open = defineModel<boolean>({ required: true })
const KEYS = [
  ['Enter', 'take the number and go to the next field'],
  ['U', 'in a field without letters: the next unit'],
  ['Space', 'by hand: tap each time it passes'],
  ['Alt + ← →', 'back and forward, as in the browser'],
  ['[  and  ]', 'stage before, stage after'],
  ['Ctrl + Z', 'undo on this stage'],
  ['Ctrl + Shift + Z', 'redo on this stage'],
  ['Tab', 'from piece to piece on the bench'],
  ['← →', 'move the piece 5 mm, with Shift 1 mm'],
  ['↑ ↓', 'one cut longer or shorter'],
  ['L', 'lock the piece, or open it again'],
  ['S', 'cut the piece in two'],
  ['M', 'the same again at the other end of the hoop'],
  ['E', 'on the other edge, both, or a wall'],
  ['N', 'one layer, or two'],
  ['Delete', 'take the piece off'],
  ['/', 'find anything'],
  ['?', 'this sheet'],
]
const WORDS = [
  ['Swing weight', 'how hard it is to swing about a point near the hand'],
  ['Twist weight', 'how hard it is to turn about the long axis'],
  ['Recoil weight', 'how steady it stays about its own balance point'],
  ['Points HL, HH', 'eighths of an inch from the middle: head-light, head-heavy'],
  ['As measured', 'what was on the frame when the number was read'],
  ['±', '95 % of such figures lie within it'],
  ['Stands out', 'farther from the others than chance explains (Grubbs’ test at 5 %)'],
  ['Put right', 'corrected by the instrument’s calibration in force'],
  ['Off target', 'outside the tolerance'],
  ['Lands in all', 'of a hundred such builds, how many end inside every tolerance'],
]
</script>

<template>
  <v-dialog v-model="open" max-width="640">
    <div class="panel">
      <h2>Keys</h2>
      <table class="plain">
        <tbody>
          <tr v-for="[key, does] in KEYS" :key="key">
            <td>
              <kbd class="figure">{{ key }}</kbd>
            </td>
            <td>{{ does }}</td>
          </tr>
        </tbody>
      </table>
      <h2 class="pt-4">Words</h2>
      <table class="plain">
        <tbody>
          <tr v-for="[word, means] in WORDS" :key="word">
            <td>
              <b>{{ word }}</b>
            </td>
            <td>{{ means }}</td>
          </tr>
        </tbody>
      </table>
      <div class="text-right mt-3"><v-btn @click="open = false">Close</v-btn></div>
    </div>
  </v-dialog>
</template>
