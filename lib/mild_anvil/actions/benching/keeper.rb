# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # Journals that wait to become pulls. Each bench has its own row of them, so that a long one holds up no other
      # bench's; what cannot be kept now is tried again.
      class Keeper
        AGAIN_SECONDS = 2.0
        LANES = 3 # at once

        def initialize
          @waiting = Queue.new
          @ended = false
          @lanes = Array.new(LANES) { Thread.new { keep(@waiting.pop) until @ended } }
        end

        def add(path) = @waiting << path

        # What is in hand is finished; what waits is found by the next start.
        def stop
          @ended = true
          @lanes.size.times { @waiting << nil }
          @lanes.each(&:join)
        end

        private

        def keep(path)
          return if path.nil? || @ended

          KeepRun.call(path)
        rescue Sequel::Error => e
          warn "#{Time.now.utc.iso8601} the database is away: #{e.message.lines.first}"
          later(path)
        rescue MildAnvil::Error, SystemCallError => e
          warn "#{Time.now.utc.iso8601} #{File.basename(path)} was not kept: #{e.message}"
          later(path) if e.is_a?(SystemCallError)
        rescue StandardError => e # a fault of ours with one journal holds up no other; the next start tries it again
          warn "#{Time.now.utc.iso8601} #{File.basename(path)}: #{e.full_message(highlight: false)}"
        end

        def later(path)
          return if @ended

          Thread.new { sleep(AGAIN_SECONDS) && (@waiting << path) }
        end
      end
    end
  end
end
