<template>
  <h1>There is nothing at this address</h1>
  <p style="margin-top: 16px">
    The link may be old, or the garden is not one of yours.
    <RouterLink to="/">Back to your garden</RouterLink>
  </p>
</template>
