<script setup lang="ts">
import { makeRecoveryCodes, readOwnAccess, type OwnAccess } from '~~/core/contract/access'
import { counted } from '~~/core/sentence'

/** The own sign-in: password, one-time codes, recovery codes, and where one is signed in. */
const { account, isLead } = useAccount()
const access = ref<OwnAccess | null>(null)
/** Shown until the page is left. */
const codes = ref<string[]>([])

async function read(): Promise<void> {
  access.value = await call(readOwnAccess)
}
async function makeCodes(password: string): Promise<void> {
  codes.value = (await call(makeRecoveryCodes, { body: { password } })).codes
  await read()
}
async function factorChanged(made: string[]): Promise<void> {
  codes.value = made
  await read()
}
await read()
</script>

<template>
  <div v-if="access && account" class="space-y-10">
    <div>
      <h1>Your sign-in</h1>
      <p class="text-faint">{{ account.name }}, {{ account.email }}, {{ account.role }}</p>
    </div>
    <section class="space-y-4">
      <h2>Where you are reached</h2>
      <OwnTelephone :telephone="access.telephone" @changed="read" />
    </section>
    <section class="space-y-4">
      <h2>Password</h2>
      <PasswordChange @changed="read" />
    </section>
    <section v-if="isLead || access.hasSecondFactor" class="space-y-4">
      <h2>One-time codes</h2>
      <SecondFactor :is-set="access.hasSecondFactor" @changed="factorChanged" />
    </section>
    <section class="space-y-4">
      <h2>Recovery codes</h2>
      <RecoveryCodes v-if="codes.length > 0" :codes="codes" />
      <template v-else>
        <p class="max-w-3xl">
          {{
            access.recoveryCodesLeft > 0
              ? `${counted(access.recoveryCodesLeft, 'printed code is', 'printed codes are')} still good: ` +
                'new ones take their place.'
              : 'You have none. With a printed code you get in when the password is forgotten, also on a ' +
                'tablet that was never used here, and while somebody else tries wrong passwords.'
          }}
        </p>
        <PasswordAsked does="Make recovery codes" :work="makeCodes" />
      </template>
    </section>
    <section class="space-y-4">
      <h2>Where you are signed in</h2>
      <p class="text-faint max-w-3xl">
        {{
          isLead
            ? 'A lead stays signed in for eight days without coming back, thirty days at most.'
            : 'A helper stays signed in for an hour without doing anything, twelve hours at most.'
        }}
        From the start of a class until two hours past its planned end nobody is sent away.
      </p>
      <SessionList :sessions="access.sessions" @changed="read" />
    </section>
  </div>
</template>
