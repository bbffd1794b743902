# frozen_string_literal: true

# Several people at the same moment.
module AtOnce
  # @return [Array<Symbol>] what each of them came to: done, or the kind of refusal
  def at_once(count)
    gate = Queue.new
    threads = Array.new(count) do |k|
      Thread.new do
        gate.pop
        yield(k)
        :done
      rescue MildAnvil::Error => e
        e.class.name.split("::").last.to_sym
      end
    end
    count.times { gate << true }
    threads.map(&:value)
  end
end
