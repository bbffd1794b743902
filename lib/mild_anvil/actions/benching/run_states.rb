# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # What a run is, step by step: claimed by whoever begins it, recording by the recorder's word alone, then what
      # came of it. Every change names the state it comes from: whoever comes second changes nothing.
      module RunStates
        CLAIMED = "claimed"
        RECORDING = "recording"
        GOING = [CLAIMED, RECORDING].freeze
        REFUSED = "refused"
        INTERRUPTED = "interrupted"
        FINISHED = "finished"
        # After which a claim that nobody records was never begun: longer than any start is waited for.
        FORGOTTEN_SECONDS = 30

        module_function

        # The recorder says that these are being recorded, whatever anybody wrote meanwhile.
        # @param uids [Array<String>]
        def begun(uids)
          return if uids.empty?

          rows = Store::Models::Run.where(uid: uids, state: [CLAIMED, REFUSED])
          rows.update(state: RECORDING, ended: nil, ended_at: nil, seen_at: Time.now) if rows.any?
        end

        # The recorder said no, before anything moved.
        # @return [Boolean] whether it was still claimed
        def refuse(run, words)
          Store::Models::Run.where(id: run.id, state: CLAIMED)
                            .update(state: REFUSED, ended: words[0, 120], ended_at: Time.now).positive?
        end

        # Whoever began it ended before the recorder knew of it: it would hold the bench for ever.
        # @param known [Array<String>] uids that the recorder has
        def forget(known)
          Store::Models::Run.where(state: GOING).exclude(uid: known)
                            .where { created_at < Time.now - FORGOTTEN_SECONDS }.each do |run|
            Store::Models::Run.where(id: run.id, state: run.state)
                              .update(state: INTERRUPTED, ended: "nothing was recorded", ended_at: Time.now)
          end
        end

        # @return [Boolean] whether a pull goes on, or is about to, at a bench
        def busy?(bench_id) = Store::Models::Run.where(bench_id: bench_id, state: GOING).any?
      end
    end
  end
end
