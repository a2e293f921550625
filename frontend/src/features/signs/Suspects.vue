<script setup lang="ts">
import type { Judgement } from '@/shared/api/types'
import { useUnits } from '@/shared/format/units'
import {
  againstInWords,
  forInWords,
  FOUND,
  LOOK,
  mendsInWords,
  suspectInWords,
  TROUBLE,
  type Found,
  type Look,
} from '@/shared/words/signs'
import { upper } from '@/shared/words/stop'

/** What it may be, the likeliest first, each with what speaks for and against it; and the one look that tells. */
defineProps<{ judgement: Judgement; busy?: boolean }>()
defineEmits<{ found: [look: Look, found: Found] }>()
const units = useUnits()
</script>

<template>
  <ol class="suspects">
    <li v-for="(x, i) in judgement.suspects" :key="x.trouble">
      <h3>{{ suspectInWords(x) }}</h3>
      <p>
        {{ upper(TROUBLE[x.trouble].what) }}
      </p>
      <p v-if="forInWords(x, judgement, units)">
        <strong>For it:</strong> {{ forInWords(x, judgement, units) }}
      </p>
      <p v-if="againstInWords(x, judgement, units)">
        <strong>Against it:</strong> {{ againstInWords(x, judgement, units) }}
      </p>
      <component :is="i === 0 ? 'div' : 'details'">
        <summary v-if="i > 0">If it is this</summary>
        <p><strong>Do:</strong> {{ TROUBLE[x.trouble].act }}</p>
        <p><strong>Not:</strong> {{ TROUBLE[x.trouble].not }}</p>
        <p class="soft">{{ mendsInWords(x) }}</p>
      </component>
    </li>
  </ol>
  <div v-if="judgement.look" class="note" role="group" aria-label="The one look that tells">
    <p><strong>One look tells most.</strong> {{ LOOK[judgement.look] }}</p>
    <p class="taps">
      <button
        v-for="f in judgement.finds"
        :key="f"
        class="btn"
        type="button"
        :disabled="busy"
        @click="$emit('found', judgement.look!, f)"
      >
        {{ FOUND[f] }}
      </button>
    </p>
  </div>
  <p class="soft small">
    Reckoned from how often each sign goes with each cause (common practice, rough) and from this bed’s own
    three weeks{{ judgement.weeks.since_days ? ' before it began' : '' }}. The finger in the soil wins.
  </p>
</template>

<style scoped>
.suspects {
  list-style: none;
  margin: 0;
  padding: 0;
}
.suspects > li {
  border-top: 1px solid var(--hair);
  padding: 12px 0;
}
h3 {
  margin: 0 0 4px;
}
p {
  margin: 0 0 6px;
}
summary {
  cursor: pointer;
  color: var(--water);
  min-height: 44px;
}
</style>
