# frozen_string_literal: true

require_relative "../test_helper"
require "minitest/mock"
require "tmpdir"

# What a bench told is on the disk, and not only on its way there.
class JournalSyncTest < CoreCase
  Recorder = MildAnvil::Devices::Recorder

  # Counts how often the disk was waited for.
  def counted
    count = 0
    original = File.instance_method(:fdatasync)
    File.define_method(:fdatasync) { original.bind_call(self).tap { count += 1 } }
    yield -> { count }
  ensure
    File.define_method(:fdatasync, original)
  end

  def note(words) = { kind: "note", words: words }

  def test_it_is_waited_for_at_the_beginning_every_so_often_and_at_the_end
    Dir.mktmpdir do |folder|
      counted do |count|
        journal = Recorder::Journal.begin(File.join(folder, "one.journal"), { kind: "head" })
        assert_equal 1, count.call
        now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        Process.stub(:clock_gettime, ->(*) { now }) do
          40.times do |k|
            journal.add([note(k.to_s)])
            now += Recorder::Journal::SYNC_SECONDS / 3
          end
        end
        assert_includes 10..14, count.call
        journal.close
        assert_includes 11..15, count.call
      end
    end
  end
end
