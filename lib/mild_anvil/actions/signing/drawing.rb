# frozen_string_literal: true

module MildAnvil
  module Actions
    module Signing
      # Papers are drawn after what they print was signed: what could not be drawn then is drawn by the worker, and told
      # as waiting meanwhile.
      module Drawing
        MOST = 20 # a round
        AGAIN_SECONDS = 300
        # model => how its papers are drawn, up to all of its signatures
        HOW = { Store::Models::Statement => ->(row) { KeepDocuments.call(row) },
                Store::Models::Conclusion => ->(row) { Comparing::Papers.draw(row) },
                Store::Models::LongReport => ->(row) { LongTests::ReportPapers.draw(row) } }.freeze

        module_function

        # What was signed stands, whether its papers are drawn or not.
        # @return [Boolean] whether they are there
        def draw(row)
          HOW.fetch(row.class).call(row)
          true
        rescue StandardError => e # whatever it was, it is no reason to say that it was not signed
          warn "#{row.called}: its papers wait: #{e.message.lines.first}"
          false
        end

        # @return [Array<Store::Models::SignedText>] that lack a paper
        def waiting = HOW.keys.flat_map { |model| model.dataset.lacking_papers.all }

        # What could not be drawn is let be for a while, so that it keeps no other one waiting.
        # @return [Boolean] whether one was drawn
        def catch_up(now: Process.clock_gettime(Process::CLOCK_MONOTONIC))
          failed.delete_if { |_, at| now - at > AGAIN_SECONDS }
          due = waiting.reject { |row| failed.key?([row.class, row.id]) }.first(MOST)
          due.map { |row| draw(row).tap { |drawn| failed[[row.class, row.id]] = now unless drawn } }.any?
        end

        def failed = @failed ||= {}
        private_class_method :failed
      end
    end
  end
end
