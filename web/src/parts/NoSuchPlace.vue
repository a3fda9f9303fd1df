<template>
  <div class="empty">
    <strong>There is no such place.</strong>The link may be old or mistyped. <RouterLink to="/desk">Go to the Desk</RouterLink>.
  </div>
</template>
